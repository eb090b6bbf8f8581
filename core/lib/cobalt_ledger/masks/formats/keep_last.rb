# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the last characters: "01632 960 447", 3 -> "••••••447".
      class KeepLast < KeepFirst
        known_as "keep_last", order: 3

        def words = "only the last #{Words.count(count, 'character')} kept"

        private

        def pick(clusters) = COVER + clusters.last(count).join
      end
    end
  end
end
