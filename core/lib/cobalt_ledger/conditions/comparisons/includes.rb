# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: “mercury gilt” includes “mercury”; hazards Lead and Arsenic include Lead.
      class Includes < ComparisonMethod
        known_as "includes", order: 11

        def self.families = %i[text choices]
        def self.holds?(left, right) = left.is_a?(Array) ? (right - left).empty? : left.include?(right)
        def self.enter(left, right, _world) = Solver::Formula.all(left.filled, right.filled, left.includes(right))
        def self.words(_family) = "includes"
      end
    end
  end
end
