# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Both ends count. Holds: 4 is between 4 and 9. Does not hold: 10 is between 4 and 9.
      class Between < ComparisonMethod
        known_as "between", order: 7

        def self.families = %i[number date time]
        def self.takes = :pair
        def self.holds?(left, right) = left.between?(right[0], right[1])
        def self.enter(left, right, _world) = Solver::Formula.all(right[0].reaches(left), left.reaches(right[1]))
        def self.words(_family) = "is between"
      end
    end
  end
end
