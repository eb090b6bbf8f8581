# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # From JSON values to typed values of a record type.
    module Values
      module_function

      # Later hashes win. Returns a Hash of identifier to typed value, with computed fields calculated.
      def typed(record_type, *layers) = record_type.formulas.fill(read_all(record_type, *layers))

      # The same with nothing computed.
      def read_all(record_type, *layers)
        values = {}
        layers.each do |layer|
          layer.each do |id, raw|
            field = record_type.field(id)
            values[id] = read(field, raw) if field
          end
        end
        values
      end

      # Do two JSON values stand for the same value of a field? What can't be read is the same as nothing else.
      def same?(field, one, other)
        read = [one, other].map { |raw| read(field, raw) }
        read.grep(Conditions::Unreadable).empty? && read.uniq.size == 1
      end

      # Array of Fault for identifiers the record type does not know. layer: "stored" or "entered".
      def unknown(record_type, values, layer)
        values.keys.reject { |id| record_type.field(id) }
          .map { |id| Fault.new(pointer: "/#{layer}/#{id}", message: "#{record_type.name} has no field “#{id}”") }
      end

      # Raises BadInput when values name fields the record type does not know.
      def check_known!(record_type, values, layer)
        faults = unknown(record_type, values, layer)
        raise BadInput, faults if faults.any?
      end

      def read(field, raw)
        field.parse(raw)
      rescue Catalogue::Kind::Unsuitable => e
        Conditions::Unreadable.new(e.message)
      end
    end
  end
end
