# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: the value on the screen is another than the one stored. Does not hold: it was typed over with the same
      # value.
      class WasChanged < ComparisonMethod
        known_as "was_changed", order: 14

        def self.takes = :none
        def self.judges_blanks? = true
        def self.needs_stored? = true
        def self.holds?(left, right) = left != right
        def self.enter(left, right, _world) = Solver::Formula.negate(left.identical(right))
        def self.words(_family) = "was changed"
      end
    end
  end
end
