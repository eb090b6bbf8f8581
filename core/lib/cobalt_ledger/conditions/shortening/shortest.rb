# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # The shortest way found to say when an outcome holds. Each value that the conditions look up is cut into the
      # cells that they tell apart, so that every situation is a point of a grid; of that grid the points of the outcome
      # are covered with as few comparisons as possible. What can't happen may be covered or not. The result is equal to
      # the conditions wherever they can be told: nothing else that can happen lies under the cover.
      class Shortest
        # conditions: Array of Node; feasible: Array of vectors (Array of true or false by condition) that can happen;
        # wanted: those of the outcome; mode: as of a question, nil where what is stored may differ from what is on the
        # screen in any mode. Returns a Phrase, :always, or nil where it can't be made shorter: some outcomes can't be
        # told, or the grid is too large.
        def self.of(conditions, feasible, wanted, mode: nil)
          return nil if wanted.empty? || feasible.any? { |vector| vector.include?(nil) }

          grid = Grid.made(conditions, mode) or return nil
          on, off = grid.sides(feasible, wanted)
          on && new(grid, on, off).phrase
        end

        # on, off: Integers of points that have to be covered, and that must not be.
        def initialize(grid, on, off)
          @grid = grid
          @on = on
          @off = off
        end

        # Phrase, :always, or nil where it would be too long.
        def phrase
          cubes = Cubes.new(@grid, @on, @off).found or return nil
          return :always if cubes.any? { |cube| cube.each_with_index.all? { |mask, place| full?(mask, place) } }

          joined(cubes.sort_by { |cube| spoken(cube) }.map { |cube| literals(cube) })
        end

        private

        def full?(mask, place) = mask == @grid.variables[place].all

        # Places of the variables that a cube speaks of: ways are said in the order of the conditions.
        def spoken(cube) = cube.each_index.reject { |place| full?(cube[place], place) }

        # Array of Phrase: what one cube asks.
        def literals(cube)
          turned, rest = Turning.of(@grid, cube)
          turned + rest.reject { |place| full?(cube[place], place) }
            .map { |place| @grid.variables[place].phrase(cube[place]) }
        end

        # What all ways have in common is said once.
        def joined(ways)
          return Phrase.all(ways[0]) if ways.size == 1

          common = ways.reduce { |shared, way| shared.select { |each| way.any? { |other| other.same?(each) } } }
          rest = ways.map { |way| way.reject { |each| common.any? { |other| other.same?(each) } } }
          Phrase.all(common + [Phrase.any(rest.map { |way| Phrase.all(way) })])
        end
      end
    end
  end
end
