# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # All that some conditions can tell apart: a point for each choice of a cell of each variable. Sets of points are
      # Integers, a bit a point.
      class Grid
        # Points at most.
        LIMIT = 8_192

        attr_reader :variables, :all

        # conditions, mode: as of Shortest. Returns a Grid, or nil where it would be too large or a condition can't be
        # told.
        def self.made(conditions, mode)
          return nil if conditions.any? { |node| untold?(node) }

          variables = Variables.of(conditions)
          size = 1
          variables.each { |each| return nil if (size *= each.size) > LIMIT }
          new(conditions, variables, mode)
        end

        def self.untold?(node)
          case node
          when Group then node.parts.any? { |part| untold?(part) }
          when Not, AtOpening then untold?(node.part)
          when Fixed then node.outcome.nil?
          else false
          end
        end
        private_class_method :untold?

        def initialize(conditions, variables, mode)
          @conditions = conditions
          @variables = variables
          total = variables.map(&:size).reduce(1, :*)
          @all = (1 << total) - 1
          @cells = bits(total)
          @possible = possible(mode)
        end

        # As Turning.pairs.
        def pairs = @pairs ||= Turning.pairs(variables)

        # [points of the wanted vectors, points of the others that can happen]; nil where some would have no point.
        def sides(feasible, wanted)
          tests = @conditions.map { |node| holding(node, false) }
          points = feasible.to_h { |vector| [vector, points(tests, vector)] }
          return nil if points.value?(0)

          [wanted, feasible - wanted].map { |vectors| vectors.reduce(0) { |found, vector| found | points[vector] } }
        end

        # Points of some cells of a variable. place: of the variable; mask: Integer, a bit a cell.
        def of(place, mask)
          return @all if mask == variables[place].all

          (@known ||= {})[[place, mask]] ||= @cells[place].each_with_index.reduce(0) do |found, (points, cell)|
            mask[cell] == 1 ? found | points : found
          end
        end

        # The cells of a point: Array of Integer, a mask of one cell for each variable. point: its number.
        def cells_of(point)
          variables.map do |variable|
            point, cell = point.divmod(variable.size)
            1 << cell
          end
        end

        private

        # For each variable, the points of each of its cells.
        def bits(total)
          stride = 1
          variables.map do |variable|
            block = (1 << stride) - 1
            period = stride * variable.size
            cells = Array.new(variable.size) do |cell|
              (0...(total / period)).reduce(0) { |found, turn| found | (block << ((cell * stride) + (turn * period))) }
            end
            stride = period
            cells
          end
        end

        def points(tests, vector)
          tests.zip(vector).reduce(@possible) { |found, (test, outcome)| found & (outcome ? test : @all ^ test) }
        end

        # Points at which a condition holds.
        def holding(node, opened)
          case node
          when Group
            parts = node.parts.map { |part| holding(part, opened) }
            node.settling ? parts.reduce(:|) : parts.reduce(:&)
          when Not then @all ^ holding(node.part, opened)
          when AtOpening then holding(node.part, true)
          when Fixed then node.outcome ? @all : 0
          else
            place = variables.index { |each| each.key == Variables.key(node, opened) }
            of(place, variables[place].holding(node))
          end
        end

        # Where nothing is typed, the record holds what is on the screen, and nothing before it is created.
        def possible(mode)
          return @all if [nil, "edit"].include?(mode)

          variables.each_index.reduce(@all) do |found, place|
            now = pairs[place] or next found
            found & (mode == "create" ? blank(place) : alike(now, place))
          end
        end

        def blank(place) = of(place, 1 << variables[place].blank)

        # Points at which two variables can have the same value.
        def alike(one, other)
          masks = variables[one].size.times.map { |cell| 1 << cell }
          masks.reduce(0) do |found, mask|
            shared = variables[other].covering(variables[one].values(mask))
            found | (of(one, mask) & of(other, shared))
          end
        end
      end
    end
  end
end
