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
      def windows = part.windows
      def looks_back? = part.looks_back?

      def explain(facts, directory)
        inner = part.explain(facts, directory)
        Explanation.new(words: words(directory), outcome: inner.outcome.nil? ? nil : !inner.outcome, parts: [inner])
      end

      def words(directory) = part.opposite_words(directory)
      def opposite_words(directory) = part.words(directory)
      def to_h = { "not" => part.to_h }

      private

      def looked_up = part.reads

      def build_test
        test = part.compile
        lambda do |facts|
          outcome = test.call(facts)
          outcome.nil? ? nil : !outcome
        end
      end
    end
  end
end
