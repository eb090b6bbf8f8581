# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # The value a field has on the screen now.
      class Entered < Operand
        known_as "field", order: 1

        attr_reader :field_id

        def initialize(field_id)
          super()
          @field_id = field_id
          freeze
        end

        def fields = [field_id]

        def reader
          id = field_id
          ->(values) { values[id] }
        end

        def words(record_type, _directory) = record_type.field(field_id)&.name || field_id
        def to_h = { "field" => field_id }
      end
    end
  end
end
