# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # A value that conditions look up, cut into cells of values that none of them tells apart. Sets of cells are
      # Integers, a bit a cell.
      class Variable
        # Stands for all values that no condition names.
        OTHER = Object.new.freeze

        attr_reader :key, :operand, :opened, :cells

        # key: as of Variables; operand: Operand that looks it up; opened: is it what the form held when it was opened?
        # leaves: Array of Comparison that ask about it; named: values that conditions name of it, or of the same field.
        def initialize(key, operand, opened, leaves, named)
          @key = key
          @operand = operand
          @opened = opened
          @named = named
          @cells = cut(leaves.uniq(&:identity))
        end

        # Number of cells.
        def size = cells.size

        # All cells.
        def all = (1 << size) - 1

        # The place of the cell of a blank, where a blank is a cell of its own; else nil.
        def blank = cells.index([nil])

        # Cells in which a comparison holds.
        def holding(leaf) = mask { |cell| holds?(leaf, cell[0]) }

        # The values of some cells, with nil for a blank.
        def values(mask) = cells.each_with_index.flat_map { |cell, place| mask[place] == 1 ? cell : [] }

        # The cells that hold some of some values.
        def covering(values) = mask { |cell| cell.intersect?(values) }

        # The cells that a set may grow to. allowed: cells that it may have.
        def grown(_mask, allowed) = allowed

        # [comparisons, values named] in the words for some cells.
        def measure(mask) = phrase(mask).then { |phrase| [phrase.comparisons, named(phrase.node)] }

        private

        def mask
          cells.each_with_index.reduce(0) { |found, (cell, place)| yield(cell) ? found | (1 << place) : found }
        end

        def holds?(leaf, value)
          method = leaf.method_class
          return method.holds?(value, leaf.right&.value) if method.judges_blanks?

          !value.nil? && method.holds?(value, leaf.right.value)
        end

        def named(node)
          node.comparisons.sum { |each| each.right.is_a?(Operands::Literals) ? each.right.items.size : 1 }
        end

        # May it be blank?
        def blanks? = operand.reads.any? { |kind, *| %i[entered stored related attribute].include?(kind) }

        def compare(name, right = nil) = placed(Comparison.new(name, operand, right))
        def placed(node) = opened ? AtOpening.new(node) : node
        def literal(value) = Operands::Literal.new(value, operand.subject)

        # values: at least one. positive: name of the methods for one and for several.
        def among(values, one, several)
          values.size == 1 ? compare(one, literal(values[0])) : compare(several, literals(values))
        end

        def literals(values) = Operands::Literals.new(values.map { |value| literal(value) })

        # Beside what a comparison asks, a blank.
        def or_blank(phrase)
          node = Any.new([phrase.node, compare("is_blank")])
          Phrase.new(node, ->(directory) { "#{phrase.words(directory)} (or is blank)" }, phrase.comparisons, :one)
        end
      end
    end
  end
end
