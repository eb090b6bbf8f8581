# frozen_string_literal: true

require "dentaku"

module CobaltLedger
  module Catalogue
    # Judges the formulas of a record type before they are kept.
    module FormulaCheck
      # Highest power: a tower of powers would never be done.
      POWER = 20

      module_function

      # fields: Array of Field. Array of [field identifier, message].
      def faults(fields)
        by_id = fields.to_h { |field| [field.id, field] }
        computed = fields.select(&:computed?)
        found = computed.filter_map { |field| fault_of(field, by_id)&.then { |words| [field.id, words] } }
        found.any? ? found : ring(computed)
      end

      # Identifiers of the fields a formula names.
      def dependencies(formula) = Dentaku::Calculator.new.dependencies(formula).map(&:to_s)

      def fault_of(field, fields)
        return "a computed field needs a formula" if field.formula.to_s.strip.empty?

        tree = Dentaku::Calculator.new.ast(field.formula)
        names_fault(dependencies(field.formula), fields, field) || tree_fault(tree)
      rescue Dentaku::Error, StandardError => e
        "the formula does not parse: #{e.message}"
      end
      private_class_method :fault_of

      def names_fault(names, fields, field)
        unknown = names.reject { |name| fields[name] }
        return "the formula names no field of this record type: #{unknown.join(', ')}" if unknown.any?

        unsuited = names.reject { |name| fields[name].family == :number }
        return "the formula can only use numbers; #{unsuited.join(', ')} is none" if unsuited.any?

        return unless field.typed_when_incomplete? && names.empty?

        "a field that may be typed when it can't be computed needs an input that can be blank"
      end
      private_class_method :names_fault

      def tree_fault(tree)
        if tree.respond_to?(:type) && %i[logical string].include?(tree.type)
          return "the formula gives #{tree.type == :logical ? 'yes or no' : 'text'}, not a number"
        end

        "a power must be a whole number from 0 to #{POWER}, written out, and not of a power" if towers?(tree)
      end
      private_class_method :tree_fault

      # Is there a power that is computed, too high, or of another power anywhere in the tree?
      def towers?(node, within: false)
        power = node.is_a?(Dentaku::AST::Exponentiation)
        return true if power && (within || !small?(node.right))

        children(node).any? { |child| towers?(child, within: within || power) }
      end
      private_class_method :towers?

      def small?(node)
        node.is_a?(Dentaku::AST::Numeric) && node.value.between?(0, POWER) && (node.value % 1).zero?
      end
      private_class_method :small?

      def children(node)
        node.instance_variables.flat_map { |name| Array(node.instance_variable_get(name)) }.grep(Dentaku::AST::Node)
      end
      private_class_method :children

      def ring(computed)
        inputs = computed.to_h { |field| [field.id, dependencies(field.formula)] }
        path = Graph.ring(inputs) { |id| inputs.fetch(id, []) }
        path ? [[path.first, "formulas name each other in a ring: #{path.join(' -> ')}"]] : []
      end
      private_class_method :ring
    end
  end
end
