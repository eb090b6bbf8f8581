# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # Several values written in the rule itself.
      class Literals < Operand
        known_as "values", order: 61

        def self.parts
          {
            "values" => {
              "type" => "array",
              "items" => {
                "type" => %w[string number boolean]
              },
              "minItems" => 1,
              "maxItems" => 500
            }
          }
        end

        attr_reader :items

        def self.constant? = true

        # items: Array of Literal.
        def initialize(items)
          super()
          @items = items.freeze
          @subject = items.first.subject
          freeze
        end

        def values = items.map(&:value)
        alias value values

        def reader
          constant = values.freeze
          ->(_facts) { constant }
        end

        def words(directory, joiner = "or") = Words.list(items.map { |item| item.words(directory) }, joiner)
        def enter(world, opened) = items.map { |item| item.enter(world, opened) }
        def to_h = { "values" => items.map { |item| item.to_h["value"] } }
      end
    end
  end
end
