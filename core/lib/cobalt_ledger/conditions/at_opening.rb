# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # Holds when its part held as the form was opened, whatever was typed since.
    class AtOpening < Node
      attr_reader :part

      def initialize(part)
        super()
        @part = part
        freeze
      end

      # Nothing on the screen is read.
      def fields = []
      def comparisons = part.comparisons
      def looks_back? = true

      def explain(facts, directory) = part.explain(facts.opening, directory).tap { |account| account.words = words(directory) }
      def words(directory) = "#{part.words(directory)}, as it was opened"
      def to_h = { "at_opening" => part.to_h }

      private

      def looked_up = part.reads.map { |kind, *rest| [kind == :entered ? :stored : kind, *rest] }

      def build_test
        test = part.compile
        ->(facts) { test.call(facts.opening) }
      end
    end
  end
end
