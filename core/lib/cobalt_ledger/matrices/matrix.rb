# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # What a matrix says of a record type: for fields and audiences, the access level that somebody wrote. Immutable.
    class Matrix
      attr_reader :record_type, :audiences, :said

      # record_type: Catalogue::RecordType; audiences: Array of keys such as "role:courier" or "everyone:";
      # said: Hash of [field identifier, audience key] to a level of Access::State.
      def initialize(record_type, audiences, said)
        @record_type = record_type
        @audiences = audiences.freeze
        @said = said.freeze
        freeze
      end

      # The fields that it says something of, in the order of the record type: Array of Catalogue::Field.
      def fields = record_type.fields.select { |field| said.keys.any? { |id, _| id == field.id } }
    end
  end
end
