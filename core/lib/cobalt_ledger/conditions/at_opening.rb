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
      def reads = part.reads.map { |kind, *rest| [kind == :entered ? :stored : kind, *rest] }.uniq

      def compile
        test = part.compile
        ->(facts) { test.call(facts.opening) }
      end

      def explain(facts, directory) = part.explain(facts.opening, directory).tap { |account| account.words = words(directory) }
      def words(directory) = "#{part.words(directory)}, as it was opened"
      def to_h = { "at_opening" => part.to_h }
    end
  end
end
