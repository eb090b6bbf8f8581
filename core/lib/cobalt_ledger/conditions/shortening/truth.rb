# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # A leaf that can't be decided by values written in the rule: whether it holds.
      class Truth
        # In the manner of Variable: what follows is as there.
        attr_reader :key, :cells, :opened

        # The Node.
        attr_reader :leaf

        def initialize(key, leaf, opened)
          @key = key
          @leaf = leaf
          @opened = opened
          @cells = [[true], [false]]
        end

        def operand = nil
        def size = 2
        def all = 3
        def blank = nil
        def holding(_leaf) = 1
        def grown(_mask, allowed) = allowed
        def measure(mask) = [1, mask == 1 ? 1 : 2]

        # mask: 1 where it holds, 2 where it does not.
        def phrase(mask)
          node = mask == 1 ? @leaf : Not.new(@leaf)
          Phrase.of(@opened ? AtOpening.new(node) : node, [node.comparisons.size, 1].max)
        end
      end
    end
  end
end
