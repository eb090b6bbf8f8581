# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # A moment with its zone offset, RFC 3339 (2026-03-31T14:10:00+01:00).
      class DateTime < Kind
        known_as "date_time", order: 7
        titled "date and time"
        also "datetime", "timestamp", "moment", "date time"

        def self.input = "moment"

        FORM = /\A\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})\z/

        def self.family = :time

        def self.parse(raw, _field)
          return raw if raw.is_a?(Time)

          value = text(raw) or return nil
          unsuitable("must be a moment like 2026-03-31T14:10:00+01:00") unless value.match?(FORM)
          Date.parse(value[0, 10], nil)
          Time.iso8601(value.sub(/(T\d{2}:\d{2})(Z|[+-])/, '\1:00\2'))
        rescue ArgumentError
          unsuitable("is a time that does not exist")
        end

        # Seconds, and parts of one, where there are any.
        def self.display(value, _field)
          seconds = value.sec.zero? && value.nsec.zero? ? "" : ":%S"
          parts = value.nsec.zero? ? "" : value.strftime(".%N").sub(/0+\z/, "")
          value.strftime("%-d %b %Y %H:%M#{seconds}#{parts}")
        end

        def self.dump(value)
          value.nsec.zero? ? value.iso8601 : value.iso8601(9).sub(/(\.\d*?)0+(?=\D)/, '\1')
        end

        def self.stand_in(_field) = "2026-03-31T14:10:00Z"
        def self.sample(_field) = "31 Mar 2026 14:10"
      end
    end
  end
end
