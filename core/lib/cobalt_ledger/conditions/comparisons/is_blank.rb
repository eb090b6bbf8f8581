# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: nothing was entered, or only spaces.
      class IsBlank < ComparisonMethod
        known_as "is_blank", order: 12

        def self.takes = :none
        def self.judges_blanks? = true
        def self.holds?(left, _right) = left.nil?
        def self.enter(left, _right, _world) = left.blank
        def self.words(_family) = "is blank"
        def self.opposite(_family) = "is filled"
      end
    end
  end
end
