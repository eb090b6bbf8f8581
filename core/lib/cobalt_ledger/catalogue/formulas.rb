# frozen_string_literal: true

require "dentaku"

module CobaltLedger
  module Catalogue
    # The computed fields of a record type, in the order in which they can be calculated.
    class Formulas
      # One computed field. tree: Dentaku syntax tree, or nil; inputs: Array of field identifiers.
      Step = Struct.new(:field, :tree, :inputs)

      REASONS = {
        "unreadable" => "the formula can't be read", "division" => "the formula divides by zero",
        "range" => "the result is beyond what a field can hold",
        "undefined" => "the formula has no result for these values"
      }.freeze

      # Why a computed field is blank. kind: "inputs" or a key of REASONS; inputs: identifiers of the blank inputs that
      # make it so.
      Blank = Struct.new(:kind, :inputs) do
        # names: Hash of identifier to name; without it blank inputs are not named.
        def words(names = nil)
          return REASONS.fetch(kind) unless kind == "inputs"
          return "an input is blank" unless names

          "#{Words.list(inputs.map { |id| names[id] || id })} #{inputs.size == 1 ? 'is' : 'are'} blank"
        end
      end

      # Computed fields in dependency order: Array of Step.
      attr_reader :steps

      def initialize(record_type)
        computed = record_type.fields.select { |field| field.formula && field.computed? }
        @steps = order(computed.map { |field| step(field) }).freeze
        @fields = record_type.fields.to_h { |field| [field.id, field] }
        @by_id = @steps.to_h { |step| [step.field.id, step] }.freeze
        freeze
      end

      # A field of the record type, or nil.
      def field(field_id) = @fields[field_id]

      # The Step of a computed field, or nil.
      def step_of(field_id) = @by_id[field_id]

      # values: Hash of identifier to typed value. Returns a copy with every computed field calculated: blank when it
      # can't be, or as typed where it may be typed then.
      def fill(values)
        return values if steps.empty?

        filled = values.dup
        steps.each do |step|
          filled[step.field.id] = work_out(step, filled, values[step.field.id])
        end
        filled
      end

      # One computed field. values: typed values with its inputs; typed: what was typed in its place, which counts while
      # an input is blank.
      # Returns a Rational, what was typed where that may be, or nil; what stands for an input that can't be read, where
      # none is blank: then it can't be decided either.
      def work_out(step, values, typed)
        inputs = values.values_at(*step.inputs)
        unreadable = inputs.find { |value| !value.is_a?(Numeric) }
        return unreadable if unreadable && inputs.none?(&:nil?)

        result = result(step, values)
        return result unless result.is_a?(Blank)

        result.kind == "inputs" && step.field.typed_when_incomplete? ? typed : nil
      end

      # Why a computed field can't be calculated: a Blank, or nil when it can.
      # values: typed values with the fields before it calculated.
      def blank(field_id, values)
        found = step_of(field_id)&.then { |step| result(step, values) }
        found.is_a?(Blank) ? found : nil
      end

      # All fields a computed field is calculated from, through other computed fields too: Array of identifiers.
      def inputs_of(field_id) = Graph.reachable(field_id) { |id| step_of(id)&.inputs || [] }

      private

      def step(field)
        calculator = Dentaku::Calculator.new
        Step.new(field, calculator.ast(field.formula), calculator.dependencies(field.formula).map(&:to_s).freeze).freeze
      rescue StandardError
        Step.new(field, nil, [].freeze).freeze
      end

      # Inputs before what is computed from them.
      def order(steps)
        by_id = steps.to_h { |step| [step.field.id, step] }
        Graph
          .sorted(by_id.keys) { |id| by_id[id]&.inputs&.select { |input| by_id.key?(input) } || [] }
          .map { |id| by_id[id] }
      end

      # A Rational, or a Blank.
      def result(step, values)
        return Blank.new("unreadable", []) if step.tree.nil?

        missing = step.inputs.reject { |input| values[input].is_a?(Numeric) }
        return Blank.new("inputs", missing) if missing.any?

        number(step.tree.value(step.inputs.to_h { |input| [input, BigDecimal(values[input].to_r, 40)] }))
      rescue ZeroDivisionError, Dentaku::ZeroDivisionError
        Blank.new("division", [])
      rescue Dentaku::Error, ArgumentError, NoMethodError, RangeError, TypeError
        Blank.new("undefined", [])
      end

      def number(result)
        return Blank.new("undefined", []) unless result.is_a?(Numeric) && result.real? && result.finite?

        exact = result.to_r
        exact.abs <= Kinds::Decimal::LIMIT ? exact.round(Kinds::Decimal::PLACES) : Blank.new("range", [])
      end
    end
  end
end
