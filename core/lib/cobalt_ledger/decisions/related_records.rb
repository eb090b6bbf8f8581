# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Records that a question brings with it, for conditions and inheritance to look up.
    class RelatedRecords
      # records: Hash of record type identifier to Hash of number to Hash of field identifier to JSON value; others:
      # answers call(record type identifier, number) for what is not among them, or nil.
      def initialize(records, others = nil)
        @records = records
        @others = others
      end

      # JSON values of a record by field, nil where there is no such record.
      def call(type, number) = @records.dig(type, number) || @others&.call(type, number)

      # As in a question document.
      def to_h = @records
    end
  end
end
