# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the first letter of each word: "Ilse Marrow" -> "I•••• M••••".
      class Initials < Mask
        known_as "initials", order: 4

        # At most this many words are shown, so that a long text does not give its outline away.
        WORDS = 4

        def self.families = %i[text choice reference person]
        def disclosure = 2 * BITS_PER_CHARACTER
        def words = "only initials kept"

        private

        def cover(value, field)
          words = field.display(value).split
          return nil if words.any? { |word| word.grapheme_clusters.size < 2 } || words.size > WORDS

          words.map { |word| "#{word.grapheme_clusters.first}••••" }.join(" ")
        end
      end
    end
  end
end
