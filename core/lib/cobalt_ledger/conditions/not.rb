# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Holds when its part does not.
    class Not < Node
      attr_reader :part

      def initialize(part)
        super()
        @part = part
        freeze
      end

      def fields = part.fields
      def comparisons = part.comparisons

      def compile
        test = part.compile
        lambda do |values|
          outcome = test.call(values)
          outcome.nil? ? nil : !outcome
        end
      end

      def explain(values, record_type, directory)
        inner = part.explain(values, record_type, directory)
        Explanation.new(words: words(record_type, directory), outcome: inner.outcome.nil? ? nil : !inner.outcome, parts: [inner])
      end

      def words(record_type, directory) = "not (#{part.words(record_type, directory)})"
      def to_h = { "not" => part.to_h }
    end
  end
end
