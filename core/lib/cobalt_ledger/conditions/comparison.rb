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

      # The ComparisonMethod it compares by.
      def method_class = ComparisonMethod[method_name]
      def comparisons = [self]

      # The same of what the record held.
      def as_opened = Comparison.new(method_name, left.as_opened, right&.as_opened)

      # Identifiers of the fields on either side.
      def fields = (left.fields + (right&.fields || [])).uniq

      def explain(facts, directory)
        Explanation.new(words: words(directory), outcome: compile.call(facts), saw: saw(facts, directory))
      end

      # When it holds, for the solver: as ComparisonMethod.enter, nil where it can't be decided in any case.
      # world: Solver::World; opened: true where the form is meant as opened.
      def enter(world, opened)
        one = left.enter(world, opened) or return nil
        other = method_class.needs_stored? ? world.field(left.subject, true) : right&.enter(world, opened)
        return nil if right && other.nil?

        method_class.enter(one, other, world)
      end

      def words(directory) = joined(method_class.said(left.family), directory)

      # What a blank does is said, because it makes no comparison hold, and so every opposite.
      def opposite_words(directory)
        words = joined(method_class.opposite(left.family), directory)
        return words if method_class.judges_blanks?

        case [left, right].count { |operand| operand && may_be_blank?(operand) }
        when 0 then words
        when 1 then "#{words} (or is blank)"
        else "#{words} (or either is blank)"
        end
      end

      def to_h
        { "compare" => method_name, "left" => left.to_h, "right" => right&.to_h }.compact
      end

      private

      def looked_up
        found = left.reads + (right&.reads || [])
        found << [:stored, left.subject.id] if method_class.needs_stored?
        found << [:time] if method_class.takes == :days
        found
      end

      def build_test
        comparison = method_class
        return compile_change(comparison) if comparison.needs_stored?
        return compile_blank_test(comparison) if comparison.judges_blanks?
        return compile_against_constant(comparison) if left.is_a?(Operands::Entered) && right.class.constant?

        read_left = left.reader
        read_right = right.reader
        lambda do |facts|
          a = read_left.call(facts)
          b = read_right.call(facts)
          next nil if a.is_a?(Unreadable) || b.is_a?(Unreadable)

          a.nil? || b.nil? ? false : comparison.holds_in?(a, b, facts)
        end
      end

      # verb: the words between the two sides.
      def joined(verb, directory) = [left.words(directory), verb, right && right_words(directory)].compact.join(" ")

      # Does it look up a field, whose value may be missing?
      def may_be_blank?(operand) = operand.reads.any? { |kind, *| %i[entered stored related attribute].include?(kind) }

      def right_words(directory)
        return right.words(directory) unless right.is_a?(Operands::Literals)

        right.words(directory, %w[between includes].include?(method_name) ? "and" : "or")
      end

      def compile_blank_test(comparison)
        read = left.reader
        # A value of the wrong kind is there, but what it is can't be said.
        lambda do |facts|
          value = read.call(facts)
          value.is_a?(Unreadable) ? nil : comparison.holds?(value, nil)
        end
      end

      def compile_change(comparison)
        id = left.field_id
        lambda do |facts|
          now = facts.entered[id]
          before = facts.stored[id]
          now.is_a?(Unreadable) || before.is_a?(Unreadable) ? nil : comparison.holds?(now, before)
        end
      end

      # The common case, kept free of needless calls: it runs for every rule on every keystroke.
      def compile_against_constant(comparison)
        id = left.field_id
        constant = right.value.freeze
        lambda do |facts|
          value = facts.entered[id]
          next false if value.nil?

          value.is_a?(Unreadable) ? nil : comparison.holds_in?(value, constant, facts)
        end
      end

      def saw(facts, directory)
        seen =
          [left, right].compact
            .reject { |operand| operand.class.constant? }
            .map { |operand| operand.saw(facts, directory) }
        if method_class.needs_stored? && !facts.stored[left.subject.id].is_a?(Unreadable)
          seen << "stored was #{left.subject.say(facts.stored[left.subject.id], directory)}"
        end
        seen.join(", ")
      end
    end
  end
end
