# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Keeps the year of a date: 2026-03-31 -> "2026".
      class YearOnly < Mask
        known_as "year_only", order: 6
        titled "keep the year"

        def self.families = %i[date time]

        # A year among about a hundred.
        def disclosure = 7
        def words = "only the year kept"

        private

        def cover(value, _field)
          value.respond_to?(:year) ? value.year.to_s : nil
        end
      end
    end
  end
end
