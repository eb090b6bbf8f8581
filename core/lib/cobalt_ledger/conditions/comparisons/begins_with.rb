# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: “HX-20931” begins with “HX”. Does not hold: “hx-1” begins with “HX” (letters count as they are).
      class BeginsWith < ComparisonMethod
        known_as "begins_with", order: 10

        def self.families = %i[text]
        def self.holds?(left, right) = left.start_with?(right)
        def self.enter(left, right, _world) = Solver::Formula.all(left.filled, right.filled, left.begins(right))
        def self.words(_family) = "begins with"
      end
    end
  end
end
