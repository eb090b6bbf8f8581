# frozen_string_literal: true

require "dentaku"

module CobaltLedger
  module Catalogue
    # The computed fields of a record type, in the order in which they can be worked out.
    class Formulas
      # Computed fields in dependency order: Array of [Field, Dentaku syntax tree, Array of input identifiers].
      attr_reader :steps

      def initialize(record_type)
        computed = record_type.fields.select { |field| field.formula && field.kind_name == "computed" }
        parsed = computed.to_h { |field| [field.id, parse(field)] }
        @steps = order(computed, parsed).freeze
        freeze
      end

      # values: Hash of identifier to typed value. Returns a copy with every computed field worked out:
      # blank when an input is blank or the result is not a number.
      def fill(values)
        return values if steps.empty?

        filled = values.dup
        steps.each { |field, tree, inputs| filled[field.id] = evaluate(tree, inputs, filled) }
        filled
      end

      # Faults of one record type's formulas, each as [field identifier, message].
      def self.faults(fields)
        numbers = fields.to_h { |field| [field.id, field] }
        faults = fields.select { |field| field.kind_name == "computed" }.filter_map { |field| fault_of(field, numbers) }
        faults.any? ? faults : ring_faults(fields)
      end

      def self.fault_of(field, fields)
        return [field.id, "a computed field needs a formula"] if field.formula.to_s.strip.empty?

        names = dependencies(field.formula)
        unknown = names.reject { |name| fields[name] }
        return [field.id, "the formula names no field of this record type: #{unknown.join(', ')}"] if unknown.any?

        unsuited = names.reject { |name| fields[name].family == :number }
        [field.id, "the formula can only use numbers; #{unsuited.join(', ')} is none"] if unsuited.any?
      rescue Dentaku::Error, StandardError => e
        [field.id, "the formula does not parse: #{e.message}"]
      end
      private_class_method :fault_of

      def self.ring_faults(fields)
        computed = fields.select { |field| field.kind_name == "computed" }.to_h { |field| [field.id, dependencies(field.formula)] }
        Graph.ring(computed) { |id| computed.fetch(id, []) }
             .then { |ring| ring ? [[ring.first, "formulas name each other in a ring: #{ring.join(' -> ')}"]] : [] }
      end
      private_class_method :ring_faults

      # Identifiers of the fields a formula names.
      def self.dependencies(formula)
        Dentaku::Calculator.new.dependencies(formula).map(&:to_s)
      end

      private

      def parse(field)
        calculator = Dentaku::Calculator.new
        [calculator.ast(field.formula), calculator.dependencies(field.formula).map(&:to_s)]
      rescue StandardError
        [nil, []]
      end

      def order(computed, parsed)
        done = []
        visit = lambda do |field, path|
          next if done.any? { |step| step[0] == field } || path.include?(field.id)

          parsed[field.id][1].each do |input|
            inner = computed.find { |candidate| candidate.id == input }
            visit.call(inner, path + [field.id]) if inner
          end
          done << [field, *parsed[field.id]].freeze
        end
        computed.each { |field| visit.call(field, []) }
        done
      end

      def evaluate(tree, inputs, values)
        return nil if tree.nil? || inputs.any? { |input| !values[input].is_a?(Numeric) }

        given = inputs.to_h { |input| [input, BigDecimal(values[input].to_r, 40)] }
        result = tree.value(given)
        result.is_a?(Numeric) && result.to_r.abs <= Kinds::Decimal::LIMIT ? result.to_r.round(Kinds::Decimal::PLACES) : nil
      rescue Dentaku::Error, ZeroDivisionError, FloatDomainError, ArgumentError, NoMethodError
        nil
      end
    end
  end
end
