# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # For each field that conditions read: values on every side of every boundary they draw.
    class Candidates
      # Options of which all combinations are tried, for fields with several choices.
      COMBINED_OPTIONS = 4

      def initialize(record_type, conditions, mode)
        @record_type = record_type
        @mode = mode
        @comparisons = conditions.flat_map(&:comparisons)
      end

      # Hash of identifier to Array of typed values, nil (blank) first. Computed fields are left to their formulas:
      # their inputs stand in for them.
      def to_h
        fields.to_h { |field| [field.id, values(field)] }
      end

      private

      def fields
        named = @comparisons.flat_map(&:fields).uniq
        inputs = named.flat_map { |id| inputs_of(id) }
        (named + inputs).uniq.filter_map { |id| @record_type.field(id) }.reject { |field| field.kind_name == "computed" }
      end

      def inputs_of(id)
        step = @record_type.formulas.steps.find { |field, _tree, _inputs| field.id == id }
        step ? step[2].flat_map { |input| [input] + inputs_of(input) } : []
      end

      def values(field)
        case field.family
        when :choice then [nil] + field.options.map(&:id)
        when :choices then [nil] + sets(field)
        when :flag then [nil, true, false]
        when :number then [nil] + around(literals(field), field.kind_name == "integer" ? 1 : Rational(1, 100), [0, 1])
        when :date then [nil] + around(literals(field), 1, [::Date.new(2026, 1, 1)])
        when :time then [nil] + around(literals(field), 60, [Time.utc(2026, 1, 1)])
        else texts(field)
        end
      end

      def around(edges, step, otherwise)
        (edges.empty? ? otherwise : edges.flat_map { |edge| [edge - step, edge, edge + step] }).uniq
      end

      def texts(field)
        edges = literals(field)
        extended = field.family == :text ? edges.map { |edge| "#{edge} and more" } + [edges.join(" ")] : []
        # Numbered fields are blank only before the record exists.
        blank = field.kind_name == "auto_number" && @mode != "create" ? [] : [nil]
        (blank + edges + extended + ["something else"]).reject { |value| value == "" }.uniq
      end

      def sets(field)
        options = field.options.map(&:id).sort
        return options.map { |option| [option].freeze } + [options.freeze] if options.size > COMBINED_OPTIONS

        (1..options.size).flat_map { |size| options.combination(size).map(&:freeze) }
      end

      # Literals a field is compared with, directly, through another field, or through what is computed from it.
      def literals(field)
        ids = [field.id]
        @comparisons.each { |comparison| ids |= comparison.fields if comparison.fields.include?(field.id) }
        @record_type.formulas.steps.each { |computed, _tree, inputs| ids |= [computed.id] if inputs.include?(field.id) }
        @comparisons.select { |comparison| comparison.fields.intersect?(ids) }.flat_map do |comparison|
          case comparison.right
          when Conditions::Operands::Literal then [comparison.right.value]
          when Conditions::Operands::Literals then comparison.right.values
          else []
          end
        end.grep(field_class(field)).uniq
      end

      def field_class(field)
        { number: Numeric, date: ::Date, time: Time }.fetch(field.family, String)
      end
    end
  end
end
