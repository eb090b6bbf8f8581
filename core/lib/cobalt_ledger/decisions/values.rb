# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # From JSON values to typed values of a record type.
    module Values
      module_function

      # Later hashes win. Returns a Hash of identifier to typed value, with computed fields worked out.
      def typed(record_type, *layers)
        values = {}
        layers.each do |layer|
          layer.each do |id, raw|
            field = record_type.field(id)
            values[id] = read(field, raw) if field
          end
        end
        record_type.formulas.fill(values)
      end

      def read(field, raw)
        field.parse(raw)
      rescue Catalogue::Kind::Unsuitable => e
        Conditions::Unreadable.new(e.message)
      end
    end
  end
end
