# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: 4 is at least 4. Does not hold: 3 is at least 4.
      class AtLeast < ComparisonMethod
        known_as "at_least", order: 6

        def self.families = %i[number date time]
        def self.holds?(left, right) = left >= right
        def self.enter(left, right, _world) = right.reaches(left)
        def self.words(family) = family == :number ? "is at least" : "is on or after"
        def self.opposite(family) = family == :number ? "is less than" : "is before"
      end
    end
  end
end
