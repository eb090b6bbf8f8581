# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # An amount of money in the trust's one currency, to the hundredth and finer.
      class Money < Decimal
        known_as "money", order: 5
        titled "money"
        also "amount", "currency", "price"

        def self.least_places = 2

        def self.stand_in(_field) = 12_500
        def self.sample(_field) = "12,500.00"
      end
    end
  end
end
