# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: 5 is more than 4. Does not hold: 4 is more than 4.
      class Greater < ComparisonMethod
        known_as "greater", order: 5

        def self.families = %i[number date time]
        def self.holds?(left, right) = left > right
        def self.enter(left, right, _world) = left.passes(right)
        def self.words(family) = family == :number ? "is more than" : "is after"
        def self.opposite(family) = family == :number ? "is at most" : "is on or before"
      end
    end
  end
end
