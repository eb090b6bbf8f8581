# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: 4 is at most 4. Does not hold: 5 is at most 4.
      class AtMost < ComparisonMethod
        known_as "at_most", order: 4

        def self.families = %i[number date time]
        def self.holds?(left, right) = left <= right
        def self.enter(left, right, _world) = left.reaches(right)
        def self.words(family) = family == :number ? "is at most" : "is on or before"
        def self.opposite(family) = family == :number ? "is more than" : "is after"
      end
    end
  end
end
