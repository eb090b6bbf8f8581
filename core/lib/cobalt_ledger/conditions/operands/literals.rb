# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # Several values written in the rule itself.
      class Literals < Operand
        known_as "values", order: 3

        attr_reader :items

        # items: Array of Literal.
        def initialize(items)
          super()
          @items = items.freeze
          freeze
        end

        def values = items.map(&:value)

        def reader
          constant = values.freeze
          ->(_values) { constant }
        end

        def words(record_type, directory, joiner = "or")
          Words.list(items.map { |item| item.words(record_type, directory) }, joiner)
        end

        def to_h = { "values" => items.map { |item| item.to_h["value"] } }
      end
    end
  end
end
