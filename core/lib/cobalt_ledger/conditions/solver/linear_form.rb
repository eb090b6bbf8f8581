# frozen_string_literal: true

require "dentaku"

module CobaltLedger
  module Conditions
    module Solver
      # A formula as a sum of factors times fields, where it is one.
      module LinearForm
        AST = Dentaku::AST

        module_function

        # tree: Dentaku syntax tree. Returns [Hash of field identifier to Rational, constant], or nil.
        def of(tree)
          case tree
          when AST::Numeric then [{}, tree.value.to_r]
          when AST::Identifier then [{ tree.identifier.to_s => 1r }, 0r]
          when AST::Grouping then of(tree.instance_variable_get(:@node))
          when AST::Negation then of(tree.instance_variable_get(:@node))&.then { |form| scaled(form, -1r) }
          when AST::Addition then sum(tree, 1r)
          when AST::Subtraction then sum(tree, -1r)
          when AST::Multiplication then product(tree)
          when AST::Division then quotient(tree)
          end
        end

        def sum(tree, sign)
          left = of(tree.left)
          right = of(tree.right)
          left && right && [left[0].merge(scaled(right, sign)[0]) { |_, one, other| one + other }, left[1] + (sign * right[1])]
        end

        def product(tree)
          left = of(tree.left)
          right = of(tree.right)
          return nil unless left && right
          return scaled(left, right[1]) if right[0].empty?

          left[0].empty? ? scaled(right, left[1]) : nil
        end

        def quotient(tree)
          left = of(tree.left)
          right = of(tree.right)
          left && right && right[0].empty? && !right[1].zero? ? scaled(left, 1 / right[1]) : nil
        end

        def scaled(form, factor) = [form[0].transform_values { |each| each * factor }, form[1] * factor]
        private_class_method :sum, :product, :quotient, :scaled
      end
    end
  end
end
