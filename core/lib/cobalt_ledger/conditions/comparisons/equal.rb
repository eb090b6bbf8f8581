# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: stage is Signed. Does not hold: stage is blank.
      class Equal < ComparisonMethod
        known_as "equal", order: 1

        def self.holds?(left, right) = left == right
        def self.enter(left, right, _world) = left.equals(right)
        def self.words(_family) = "is"
      end
    end
  end
end
