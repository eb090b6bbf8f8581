# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The grid of fields against audiences for one record type, unit, mode and channel.
    class AccessMap
      # levels: Array of level names, most restrictive first; complete: false when not every combination of
      # values could be tried.
      Cell = Struct.new(:levels, :complete)

      attr_reader :record_type, :columns

      # columns: Array of Directory::Principals; stored: JSON values of one record, or nil for any record.
      def initialize(engine, record_type:, columns:, unit:, mode:, channel:, stored: nil)
        @engine = engine
        @record_type = record_type
        @columns = columns
        @unit = unit
        @mode = mode
        @channel = channel
        @stored = stored
      end

      # Hash of field identifier to Array of Cell, one a column.
      def rows
        by_column = columns.map { |principals| column(principals) }
        record_type.fields.to_h { |field| [field.id, by_column.map { |cells| cells[field.id] }] }
      end

      # Outcomes of one cell with the examples that show them: [Array of Outcomes::Outcome, complete].
      def outcomes(field_id, principals)
        plan(principals).possible.of(field_id)
      end

      private

      def plan(principals) = @engine.plan(record_type, principals, @unit, @mode, @channel)

      def column(principals)
        return decided(principals) if @stored

        search = plan(principals).possible
        record_type.fields.to_h do |field|
          outcomes, complete = search.of(field.id)
          [field.id, Cell.new(outcomes.map { |outcome| outcome.decision.level }, complete)]
        end
      end

      def decided(principals)
        values = Values.typed(record_type, @stored)
        plan(principals).decide(values).transform_values { |decision| Cell.new([decision.level], true) }
      end
    end
  end
end
