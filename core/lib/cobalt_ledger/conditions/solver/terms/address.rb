# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      module Terms
        # The address a question comes from, of either version of the protocol.
        class Address < Term
          # Where it stands at first: a documentation address (RFC 5737, RFC 3849).
          FOUR = IPAddr.new("192.0.2.77").to_i
          SIX = IPAddr.new("2001:db8::77").to_i

          # world: World; fixed: IPAddr, or nil where it is open.
          def initialize(world, fixed = nil)
            super(false)
            @numbers = world.numbers
            @fixed = fixed
            return if fixed

            @version4 = world.search.variable(nil, phase: true)
            @four = @numbers.variable(0, (2**32) - 1, FOUR)
            @six = @numbers.variable(0, (2**128) - 1, SIX)
          end

          # Is it in one of these? blocks: Array of IPAddr.
          def within(blocks)
            return blocks.any? { |block| Comparisons::WithinNetwork.holds?(@fixed, [block]) } if @fixed

            Formula.any(*blocks.map do |block|
              number = block.ipv4? ? @four : @six
              first, last = [block.to_range.first, block.to_range.last].map(&:to_i)
              version = block.ipv4? ? @version4 : @version4 ^ 1
              Formula.all(version, @numbers.at_least({ number => 1 }, first), @numbers.at_most({ number => 1 }, last))
            end)
          end

          def found(holds)
            return @fixed if @fixed

            if holds.call(@version4)
              IPAddr.new(@numbers.number(@four), Socket::AF_INET)
            else
              IPAddr.new(@numbers.number(@six), Socket::AF_INET6)
            end
          end
        end
      end
    end
  end
end
