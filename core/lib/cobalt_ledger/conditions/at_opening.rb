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

      # As they read what the record held.
      def comparisons = @kept[:comparisons] ||= part.comparisons.map(&:as_opened)
      def looks_back? = true

      def explain(facts, directory)
        part.explain(facts.opening, directory).tap { |account| account.words = words(directory) }
      end

      def words(directory) = "#{part.words(directory)}, when the form opened"
      def to_h = { "at_opening" => part.to_h }

      private

      def looked_up
        part.reads.flat_map do |kind, *rest|
          case kind
          when :entered then [[:stored, *rest]]
          when :related then [[:stored, rest.first], [kind, *rest]]
          else [[kind, *rest]]
          end
        end
      end

      def build_test
        test = part.compile
        ->(facts) { test.call(facts.opening) }
      end
    end
  end
end
