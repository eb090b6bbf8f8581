# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: stage is filled, and something else. Does not hold: stage is blank.
      class NotEqual < ComparisonMethod
        known_as "not_equal", order: 2

        def self.holds?(left, right) = left != right
        def self.enter(left, right, _world) = left.differs(right)
        def self.words(_family) = "isn't"
        def self.opposite(_family) = "is"
      end
    end
  end
end
