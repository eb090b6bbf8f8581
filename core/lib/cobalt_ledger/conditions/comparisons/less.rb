# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: 3 is less than 4. Does not hold: 4 is less than 4.
      class Less < ComparisonMethod
        known_as "less", order: 3

        def self.families = %i[number date time]
        def self.holds?(left, right) = left < right
        def self.enter(left, right, _world) = right.passes(left)
        def self.words(family) = family == :number ? "is less than" : "is before"
        def self.opposite(family) = family == :number ? "is at least" : "is on or after"
      end
    end
  end
end
