# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The grid of fields against audiences for one question: record type, unit, mode, channel, time and place.
    class AccessMap
      # levels: Array of level names, most restrictive first; complete: false when not every combination of
      # values could be decided; contested: true when rules that apply give different values.
      Cell = Struct.new(:levels, :complete, :contested)

      attr_reader :question, :columns

      # question: Question, whatever its principals; columns: Array of Directory::Principals;
      # any_record: true to show what can be for any record, false for the question's own values.
      def initialize(engine, question, columns, any_record: true)
        @engine = engine
        @question = question
        @columns = columns
        @any_record = any_record
      end

      # The Catalogue::RecordType it is about.
      def record_type = question.record_type

      # What it has a row for: the record as a whole and the actions that are asked for in the mode, then the fields.
      def subjects = record_type.others.select { |each| each.asked_in?(question.mode) } + record_type.fields

      # Hash of identifier to Array of Cell, one a column.
      def rows
        by_column = columns.map { |principals| column(question.with(principals: principals, form: :own)) }
        subjects.to_h { |field| [field.id, by_column.map { |cells| cells[field.id] }] }
      end

      private

      def column(asked)
        unless @any_record
          decision = @engine.decide(asked)
          return decision.fields.merge(decision.actions, Catalogue::WholeRecord::ID => decision.whole)
              .transform_values { |each| Cell.new([each.level], true, each.contested?) }
        end

        search = @engine.feasible(asked)
        # When the record is locked as a whole stands in its own row, and not in that of every field.
        open = @engine.feasible(@engine.while_open(asked))
        subjects.to_h do |field|
          outcomes, complete = (record_type.field(field.id) ? open : search).of(field.id)
          [field.id, Cell.new(outcomes.map { |outcome| outcome.decision.level }, complete, outcomes.any?(&:contested))]
        end
      end
    end
  end
end
