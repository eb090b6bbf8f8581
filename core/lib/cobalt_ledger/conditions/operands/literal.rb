# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # A value written in the rule itself, of the kind of the field it is compared with.
      class Literal < Operand
        known_as "value", order: 2

        attr_reader :value, :field

        # value: typed value; field: the Field that it is compared with.
        def initialize(value, field)
          super()
          @value = value
          @field = field
          freeze
        end

        def reader
          constant = value
          ->(_values) { constant }
        end

        def words(_record_type, directory)
          field.family == :text ? "“#{value}”" : field.say(value, directory)
        end

        def to_h = { "value" => field.dump(value) }
      end
    end
  end
end
