# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # What all and any have in common.
    class Group < Node
      attr_reader :parts

      # parts: Array of Node, at least one.
      def initialize(parts)
        super()
        @parts = parts.freeze
        freeze
      end

      # Identifiers of the fields that any part names.
      def fields = parts.flat_map(&:fields).uniq
      def comparisons = parts.flat_map(&:comparisons)
      def windows = parts.flat_map(&:windows)
      def looks_back? = parts.any?(&:looks_back?)

      # The outcome that settles the group at once: false for all, true for any.
      def settling = raise(NotImplementedError)

      # The word between the parts, and the name in the document form.
      def joiner = raise(NotImplementedError)
      def key = raise(NotImplementedError)

      def explain(facts, directory)
        explained = parts.map { |part| part.explain(facts, directory) }
        Explanation.new(words: words(directory), outcome: compile.call(facts), parts: explained)
      end

      def words(directory)
        inner = parts.map do |part|
          text = part.words(directory)
          part.is_a?(Group) && part.parts.size > 1 ? "(#{text})" : text
        end
        inner.join(" #{joiner} ")
      end

      def to_h = { key => parts.map(&:to_h) }

      private

      def looked_up = parts.flat_map(&:reads)

      def build_test
        tests = parts.map(&:compile)
        settling_value = settling
        return tests.first if tests.size == 1

        lambda do |facts|
          unknown = false
          settled = tests.any? do |test|
            outcome = test.call(facts)
            unknown = true if outcome.nil?
            outcome == settling_value
          end
          next settling_value if settled

          unknown ? nil : !settling_value
        end
      end
    end
  end
end
