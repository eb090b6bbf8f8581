# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # A calendar day, ISO 8601 (2026-03-31): by the Gregorian calendar in all years.
      class Date < Kind
        known_as "date", order: 6
        titled "date"
        also "day", "calendar day"

        def self.input = "date"
        def self.family = :date

        def self.parse(raw, _field)
          return raw if raw.instance_of?(::Date)

          value = text(raw) or return nil
          unsuitable("must be a date like 2026-03-31") unless value.match?(/\A\d{4}-\d{2}-\d{2}\z/)
          year, month, day = value.split("-").map(&:to_i)
          unsuitable("is a day that does not exist") unless ::Date.valid_date?(year, month, day, ::Date::GREGORIAN)
          ::Date.new(year, month, day, ::Date::GREGORIAN)
        end

        def self.display(value, _field) = value.strftime("%-d %b %Y")
        def self.dump(value) = value.iso8601
        def self.stand_in(_field) = "2026-03-31"
        def self.sample(_field) = "31 Mar 2026"
      end
    end
  end
end
