# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # When an outcome holds, in the fewest comparisons that were found: of the values that the conditions look up, or of
    # the conditions as they are.
    module WhenSo
      module_function

      # conditions: Array of Conditions::Node; feasible, wanted: vectors as of Cover; mode: String, nil where rules
      # write what the conditions read; directory: Directory::Directory for names. Returns an Array of words of
      # conditions that have to hold together, empty for always.
      def asks(conditions, feasible, wanted, mode, directory)
        phrase = Conditions::Shortening::Shortest.of(conditions, feasible, wanted, mode: mode)
        return [] if phrase == :always
        # Nothing is shorter than one comparison.
        return phrase.asks(directory) if phrase&.comparisons == 1

        cover = Cover.new(feasible, wanted)
        return phrase.asks(directory) if phrase && phrase.comparisons <= size(cover, conditions)

        ways = %i[words opposite_words].map { |way| conditions.map { |each| each.public_send(way, directory) } }
        [cover.words(*ways)].compact
      end

      # The same as one condition in words, nil for always.
      def words(*given) = asks(*given).then { |asks| asks.empty? ? nil : asks.join(" and ") }

      # Comparisons in a cover.
      def size(cover, conditions)
        cover.cubes.sum { |cube| cube.keys.sum { |place| [conditions[place].comparisons.size, 1].max } }
      end
    end
  end
end
