# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # A whole number.
      class Integer < Kind
        known_as "integer", order: 3
        titled "whole number"
        also "number without decimals", "int", "count", "quantity"

        def self.whole? = true
        def self.input = "number"

        LIMIT = 10**15

        def self.family = :number

        def self.parse(raw, _field)
          return nil if raw.nil? || raw == ""

          raw = raw.to_i if raw.is_a?(BigDecimal) && raw.finite? && raw.frac.zero?
          raw = raw.to_i if raw.is_a?(String) && raw.match?(/\A\s*-?\d{1,16}\s*\z/)
          unsuitable("must be a whole number") unless raw.is_a?(::Integer)
          unsuitable("is beyond the range of #{LIMIT}") if raw.abs > LIMIT
          raw
        end

        def self.display(value, _field)
          value.to_s.reverse.scan(/\d{1,3}/).join(",").reverse.then { |digits| value.negative? ? "-#{digits}" : digits }
        end

        def self.stand_in(_field) = 40
        def self.sample(_field) = "4"
      end
    end
  end
end
