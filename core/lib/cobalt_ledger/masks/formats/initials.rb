# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the first letter of each word: "Ilse Marrow" -> "I•••• M••••".
      class Initials < Mask
        known_as "initials", order: 4
        titled "keep initials"

        # At most this many words are shown, so that a long text does not give its outline away.
        WORDS = 4

        def self.families = %i[text choice reference person]
        def disclosure = 2 * BITS_PER_CHARACTER
        def words = "only initials kept"

        private

        def cover(value, field)
          words = field.display(value).split(nil, WORDS + 1).map { |word| Graphemes.first(word, 2) }
          return nil if words.size > WORDS || words.any? { |clusters| clusters.size < 2 }

          words.map { |clusters| "#{clusters.first}••••" }.join(" ")
        end
      end
    end
  end
end
