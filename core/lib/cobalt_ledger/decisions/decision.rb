# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The answer to a question. Immutable.
    class Decision
      attr_reader :question, :values, :fields, :reasoning

      # values: Hash of typed values that were judged; fields: Hash of identifier to FieldDecision;
      # reasoning: Hash of identifier to the account of the field, or nil.
      def initialize(question, values, fields, reasoning)
        @question = question
        @values = values
        @fields = fields
        @reasoning = reasoning
        freeze
      end

      def [](field_id) = fields[field_id]

      # JSON values as the person may have them: hidden ones absent, masked ones masked.
      def disclosed
        fields.each_with_object({}) do |(id, field), shown|
          field.disclose(values[id]).each { |value| shown[id] = value }
        end
      end

      def to_h
        hash = { "question" => question.to_h, "fields" => fields.transform_values(&:to_h) }
        reasoning ? hash.merge("reasoning" => reasoning) : hash
      end
    end
  end
end
