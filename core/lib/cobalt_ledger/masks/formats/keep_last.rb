# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the last characters: "01632 960 447", 3 -> "••••••447".
      class KeepLast < KeepFirst
        known_as "keep_last", order: 3
        titled "keep the last characters"

        def words = "only the last #{Words.count(count, 'character')} kept"

        private

        def cover(value, field)
          clusters = Graphemes.last(field.display(value), count + 1)
          clusters.size > count ? COVER + clusters.last(count).join : nil
        end
      end
    end
  end
end
