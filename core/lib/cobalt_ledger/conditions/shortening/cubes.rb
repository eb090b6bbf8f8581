# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Shortening
      # Covers points of a grid with cubes: for each variable a set of its cells. As two-level minimisation of logic
      # functions with several values does it: points are widened to cubes that can't be wider, of those as few as
      # cover all are taken, and what a cube need not take in is left out where that is said more shortly.
      class Cubes
        # Variables at most with which the search begins, and cubes beyond which no one would read them.
        ORDERS = 6
        MOST = 40

        # on: points that have to be covered; off: points that must not be.
        def initialize(grid, on, off)
          @grid = grid
          @variables = grid.variables
          @on = on
          @off = off
        end

        # Array of cubes (Array of Integer, a mask of cells by variable), at least one where there is a point; nil where
        # there would be too many.
        def found
          cubes = widest or return nil
          taken = needed(chosen(cubes))
          taken.each_index { |place| taken[place] = trimmed(taken[place], taken[0...place] + taken[(place + 1)..]) }
          taken
        end

        private

        # Points of a cube, but for one variable.
        def points(cube, but = nil)
          cube.each_with_index.reduce(@grid.all) do |found, (mask, place)|
            place == but || mask == full(place) ? found : found & @grid.of(place, mask)
          end
        end

        def covered(cubes) = cubes.reduce(0) { |found, cube| found | points(cube) } & @on

        # Cubes that cover all points, found in several orders of the variables.
        def widest
          places = @variables.each_index.to_a
          turned = places.first(ORDERS).map { |start| places.rotate(start) }
          orders = [places, *turned, *turned.map(&:reverse)].uniq
          found = orders.each_with_object([]) do |order, cubes|
            cubes.concat(cover(order) || (return nil))
          end
          found.uniq
        end

        def cover(order)
          left = @on
          cubes = []
          until left.zero?
            cube = widened(@grid.cells_of(left.bit_length - 1), order)
            cubes << cube
            return nil if cubes.size > MOST

            left &= ~points(cube)
          end
          cubes
        end

        # What can be left out altogether is; then the rest grows as far as it may.
        def widened(cube, order)
          order.each { |place| cube = with(cube, place, @variables[place].all) if allowed(cube, place) == full(place) }
          order.reduce(cube) do |wider, place|
            with(wider, place, @variables[place].grown(wider[place], allowed(wider, place)))
          end
        end

        def full(place) = @variables[place].all
        def with(cube, place, mask) = cube.dup.tap { |copy| copy[place] = mask }

        # The cells that a variable may have while the others stay. Each by itself is enough to know.
        def allowed(cube, place)
          outside = points(cube, place) & @off
          return full(place) if outside.zero?

          @variables[place].size.times.reduce(0) do |mask, cell|
            outside.nobits?(@grid.of(place, 1 << cell)) ? mask | (1 << cell) : mask
          end
        end

        # As few as cover all, those first that cover most for their words.
        def chosen(cubes)
          held = cubes.to_h { |cube| [cube, points(cube) & @on] }
          sizes = cubes.to_h { |cube| [cube, [size(cube), 1].max] }
          left = @on
          taken = []
          until left.zero?
            best = cubes.max_by { |cube| Rational((held[cube] & left).to_s(2).count("1"), sizes[cube]) }
            taken << best
            left &= ~held[best]
          end
          taken
        end

        # Leaves out a cube whose points the others cover.
        def needed(cubes)
          cubes.reverse.reduce(cubes) do |kept, cube|
            rest = kept - [cube]
            rest.any? && covered(rest) == @on ? rest : kept
          end
        end

        def size(cube) = cube.each_with_index.sum { |mask, place| measure(place, mask)[0] }

        # [comparisons, values named] of a set of cells.
        def measure(place, mask)
          (@measures ||= {})[[place, mask]] ||= mask == full(place) ? [0, 0] : @variables[place].measure(mask)
        end

        # Where fewer cells are said more shortly, and the rest is covered by others or can't happen, they go.
        def trimmed(cube, others)
          own = (points(cube) & @on) & ~covered(others)
          cube = @variables.each_index.reduce(cube) do |kept, place|
            next kept if kept[place] == full(place)

            with(kept, place, shortest(place, kept[place], wanted(kept, place, own)))
          end
          @grid.pairs.reduce(cube) { |kept, (stored, now)| turned(kept, stored, now, own) }
        end

        # Where it may, what was stored is all that is not on the screen, as that is a change.
        def turned(cube, stored, now, own)
          return cube if cube[stored] == full(stored) || cube[now] == full(now)

          opposite = full(stored) & ~@variables[stored].covering(@variables[now].values(cube[now]))
          fits = wanted(cube, stored, own).nobits?(~opposite) && opposite.nobits?(~allowed(cube, stored))
          fits && opposite.positive? ? with(cube, stored, opposite) : cube
        end

        # The cells of a variable in which points of a cube lie.
        def wanted(cube, place, own)
          held = points(cube, place) & own
          @variables[place].size.times.reduce(0) do |mask, cell|
            held.nobits?(@grid.of(place, 1 << cell)) ? mask : mask | (1 << cell)
          end
        end

        def shortest(place, mask, wanted)
          blank = @variables[place].blank
          bare = blank && wanted[blank].zero? ? mask & ~(1 << blank) : mask
          [mask, bare, wanted].reject(&:zero?).min_by { |each| measure(place, each) }
        end
      end
    end
  end
end
