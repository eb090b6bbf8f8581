# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # A number with decimals, kept exactly.
      class Decimal < Kind
        known_as "decimal", order: 4
        titled "number"
        also "decimal", "decimal number", "number with decimals", "float", "percentage"

        def self.input = "number"

        LIMIT = 10**15
        # Digits kept after the point.
        PLACES = 9

        class << self
          def family = :number

          def parse(raw, _field)
            return nil if raw.nil? || raw == ""

            value = exact(raw) or unsuitable("must be a number")
            unsuitable("is beyond the range of #{LIMIT}") if value.abs > LIMIT
            unsuitable("has more than #{PLACES} places after the point") unless (value * (10**PLACES)).denominator == 1
            value
          end

          # As it is kept: nothing is rounded away.
          def display(value, field)
            whole, fraction = dump(value.abs).to_s.split(".")
            fraction = fraction.to_s.ljust(field ? field.least_places : least_places, "0")
            "#{'-' if value.negative?}#{Integer.display(whole.to_i, nil)}#{".#{fraction}" unless fraction.empty?}"
          end

          def dump(value)
            return value.numerator if value.denominator == 1

            places = value.round(PLACES)
            BigDecimal(places, 30).to_s("F").sub(/0+\z/, "")
          end

          def stand_in(_field) = 12
          def sample(_field) = "12.5"

          private

          def exact(raw)
            case raw
            when ::Integer, Rational then raw.to_r
            when Float then raw.finite? ? BigDecimal(raw.to_s).to_r : nil
            when BigDecimal then raw.finite? && raw.exponent.abs < 40 ? raw.to_r : nil
            when String then raw.match?(/\A\s*-?\d{1,16}(\.\d{1,#{PLACES}})?\s*\z/) ? raw.strip.to_r : nil
            end
          end
        end
      end
    end
  end
end
