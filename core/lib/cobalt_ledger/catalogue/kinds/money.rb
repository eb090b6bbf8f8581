# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # An amount of money in the trust's one currency, to the hundredth.
      class Money < Decimal
        known_as "money", order: 5
        titled "money"

        def self.display(value, _field)
          whole, cents = (value.abs * 100).round.divmod(100)
          format("%s%s.%02d", value.negative? ? "-" : "", Integer.display(whole, nil), cents)
        end

        def self.sample(_field) = "12,500.00"
      end
    end
  end
end
