# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # A leaf: left operand, method, right operand.
    class Comparison < Node
      attr_reader :method_name, :left, :right

      # method_name: name of a ComparisonMethod; left, right: Operand (right nil where the method takes none).
      def initialize(method_name, left, right = nil)
        super()
        @method_name = method_name
        @left = left
        @right = right
        freeze
      end

      def method_class = ComparisonMethod[method_name]
      def fields = (left.fields + (right&.fields || [])).uniq
      def comparisons = [self]

      def compile
        comparison = method_class
        return compile_blank_test(comparison) if comparison.judges_blanks?
        return compile_against_literal(comparison) if left.is_a?(Operands::Entered) && !right.is_a?(Operands::Entered)

        read_left = left.reader
        read_right = right.reader
        lambda do |values|
          a = read_left.call(values)
          b = read_right.call(values)
          next nil if a.is_a?(Unreadable) || b.is_a?(Unreadable)

          a.nil? || b.nil? ? false : comparison.holds?(a, b)
        end
      end

      def explain(values, record_type, directory)
        Explanation.new(words: words(record_type, directory), outcome: compile.call(values),
                        saw: fields.map { |id| saw(id, values, record_type, directory) }.join(", "))
      end

      def words(record_type, directory)
        field = record_type.field(left.fields.first)
        verb = method_class.words(field&.family || :text)
        return "#{left.words(record_type, directory)} #{verb}" if right.nil?

        joiner = %w[between includes].include?(method_name) ? "and" : "or"
        other = right.is_a?(Operands::Literals) ? right.words(record_type, directory, joiner) : right.words(record_type, directory)
        "#{left.words(record_type, directory)} #{verb} #{other}"
      end

      def to_h
        { "compare" => method_name, "left" => left.to_h, "right" => right&.to_h }.compact
      end

      private

      def compile_blank_test(comparison)
        id = left.field_id
        # A value of the wrong kind is there, but what it is can't be said.
        ->(values) { values[id].is_a?(Unreadable) ? nil : comparison.holds?(values[id], nil) }
      end

      # The common case, kept free of needless calls: it runs for every rule on every keystroke.
      def compile_against_literal(comparison)
        id = left.field_id
        constant = right.is_a?(Operands::Literals) ? right.values.freeze : right.value
        lambda do |values|
          value = values[id]
          next false if value.nil?

          value.is_a?(Unreadable) ? nil : comparison.holds?(value, constant)
        end
      end

      def saw(id, values, record_type, directory)
        field = record_type.field(id)
        value = values[id]
        return "#{field&.name || id} can't be read: #{value.message}" if value.is_a?(Unreadable)

        "#{field&.name || id} is #{field&.say(value, directory)}"
      end
    end
  end
end
