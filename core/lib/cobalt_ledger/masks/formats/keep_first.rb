# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the first characters: "HX-20931", 2 -> "HX••••••".
      class KeepFirst < Mask
        known_as "keep_first", order: 2
        titled "keep the first characters"
        takes "count", { "type" => "integer", "minimum" => 1, "maximum" => 100 }, title: "Characters kept", start: 3

        attr_reader :count

        # count: Integer of characters kept, 1 to 100.
        def initialize(count:)
          super()
          @count = count
          freeze
        end

        def disclosure = count * BITS_PER_CHARACTER
        def words = "only the first #{Words.count(count, 'character')} kept"

        private

        # Kept and covered are counted in grapheme clusters, so that no accent is torn off its letter.
        # Only as much of the text is looked at as it takes, however long it is.
        def cover(value, field)
          clusters = Graphemes.first(field.display(value), count + 1)
          clusters.size > count ? clusters.first(count).join + COVER : nil
        end
      end
    end
  end
end
