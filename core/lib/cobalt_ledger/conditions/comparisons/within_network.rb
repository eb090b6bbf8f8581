# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: 192.0.2.7 is within 192.0.2.0/24. Does not hold: an IPv6 address against an IPv4 block.
      class WithinNetwork < ComparisonMethod
        known_as "within_network", order: 21

        def self.families = %i[network]
        def self.takes = :many

        # Bit by bit: what IPAddr makes of an IPv4 address written as an IPv6 one depends on how the block is written.
        def self.holds?(left, right)
          right.any? do |block|
            block.family == left.family && ((left.to_i ^ block.to_i) >> ((block.ipv4? ? 32 : 128) - block.prefix)).zero?
          end
        end

        def self.enter(left, right, _world) = left.within(right)
        def self.words(_family) = "is within"
      end
    end
  end
end
