# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: anything was entered.
      class IsFilled < ComparisonMethod
        known_as "is_filled", order: 13

        def self.takes = :none
        def self.judges_blanks? = true
        def self.holds?(left, _right) = !left.nil?
        def self.enter(left, _right, _world) = left.filled
        def self.words(_family) = "is filled"
        def self.opposite(_family) = "is blank"
      end
    end
  end
end
