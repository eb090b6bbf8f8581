# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: 192.0.2.7 is within 192.0.2.0/24. Does not hold: an IPv6 address against an IPv4 block.
      class WithinNetwork < ComparisonMethod
        known_as "within_network", order: 21

        def self.families = %i[network]
        def self.takes = :many
        def self.holds?(left, right) = right.any? { |block| block.family == left.family && block.include?(left) }
        def self.words(_family) = "is within"
      end
    end
  end
end
