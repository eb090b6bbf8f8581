# frozen_string_literal: true

require "dentaku"

module CobaltLedger
  module Conditions
    module Solver
      # A computed field as the equation it is: blank when an input is blank or the result is out of range, and kept to
      # nine places. Products of fields are looked into by steps; what is neither a sum nor a product is tried.
      class Computed
        AST = Dentaku::AST
        NANO = 10**Catalogue::Kinds::Decimal::PLACES
        LIMIT = Catalogue::Kinds::Decimal::LIMIT

        # A sum of variables and a constant, divided by a whole number.
        Sum = Struct.new(:form, :constant, :divisor) do
          def constant? = form.empty?
          def number = Rational(constant, divisor)

          def plus(other, sign)
            shared = divisor.lcm(other.divisor)
            one = shared / divisor
            two = sign * (shared / other.divisor)
            sum = form.transform_values { |factor| factor * one }
            other.form.each { |variable, factor| sum[variable] = (sum[variable] || 0) + (factor * two) }
            Sum.new(sum.reject { |_, factor| factor.zero? }, (constant * one) + (other.constant * two), shared)
          end

          # The form, Hash of variable to factor, with every factor multiplied. number: Rational.
          def times(number)
            return Sum.new({}, 0, 1) if number.zero?

            shared = number.numerator.gcd(divisor)
            by = number.numerator / shared
            Sum.new(
              form.transform_values { |factor| factor * by }, constant * by, divisor / shared * number.denominator
            )
          end
        end

        # world: World; key: of Keys; field: Catalogue::Field; type: its RecordType.
        def initialize(world, key, field, type)
          @world = world
          @key = key
          @field = field
          @type = type
          @numbers = world.numbers
        end

        # A Quantity.
        def term
          step = @type.formulas.step_of(@field.id)
          return typed(true, nil, nil) if step.nil? || step.tree.nil?

          @inputs = step.inputs.to_h { |id| [id, @world.of_record(@world.beside(@key, id), @type.field(id), @type)] }
          incomplete = Formula.any(*@inputs.values.map(&:blank))
          sum = sum_of(step.tree)
          sum.nil? ? tried(step, incomplete) : worked_out(sum, incomplete)
        end

        private

        # A division by zero has no result, whatever the inputs.
        def worked_out(sum, incomplete)
          return typed(incomplete, true, Sum.new({}, 0, 1)) if sum == :none

          outside =
            Formula.any(
              @numbers.at_least(sum.form, (LIMIT * sum.divisor) - sum.constant + 1),
              @numbers.at_most(sum.form, (-LIMIT * sum.divisor) - sum.constant - 1)
            )
          typed(incomplete, outside, (NANO % sum.divisor).zero? ? sum : rounded(sum))
        end

        # What may be typed while an input is blank stands in for the result.
        def typed(incomplete, outside, sum)
          unless @field.typed_when_incomplete?
            return quantity(sum || Sum.new({}, 0, 1), Formula.any(incomplete, outside || false))
          end

          own = @world.terms[@key] ||= Making.open_number(@world, @field, @world.search.variable(nil, phase: true))
          return own if sum.nil?

          either(own, sum, incomplete, outside)
        end

        def either(own, sum, incomplete, outside)
          variable = @numbers.variable(-LIMIT * NANO, LIMIT * NANO)
          [
            [own.form, 0, NANO, incomplete], [sum.form, sum.constant, sum.divisor, Formula.negate(incomplete)]
          ].each do |form, constant, divisor, case_of|
            # divisor * variable = NANO * (form + constant)
            difference = form.transform_values { |factor| -factor * NANO }.merge(variable => divisor)
            tied =
              Formula.all(@numbers.at_most(difference, NANO * constant), @numbers.at_least(difference, NANO * constant))
            outside_too = case_of == incomplete ? false : outside
            Formula.demand(@world.search, Formula.any(Formula.negate(case_of), outside_too, tied))
          end
          blank = Formula.any(Formula.all(incomplete, own.blank), Formula.all(Formula.negate(incomplete), outside))
          quantity(Sum.new({ variable => 1 }, 0, NANO), blank)
        end

        def quantity(sum, blank)
          Terms::Quantity.new(@numbers, sum.form, sum.constant, sum.divisor, blank, Making::READ_NUMBER)
        end

        # Half away from zero, in units of the last place; of any size, since what is out of range is rounded like the
        # rest.
        def rounded(sum) # rubocop:disable Metrics/AbcSize
          variable = @numbers.variable(nil, nil)
          shared = NANO.gcd(sum.divisor)
          up = NANO / shared
          down = sum.divisor / shared
          # variable is up * (form + constant) / down, rounded.
          far = sum.form.transform_values { |factor| -2 * up * factor }.merge(variable => 2 * down)
          constant = 2 * up * sum.constant
          below = @numbers.at_least(sum.form, -sum.constant)
          positive = Formula.all(@numbers.at_most(far, constant + down), @numbers.at_least(far, constant - down + 1))
          negative = Formula.all(@numbers.at_least(far, constant - down), @numbers.at_most(far, constant + down - 1))
          Formula.demand(@world.search, Formula.any(Formula.negate(below), positive))
          Formula.demand(@world.search, Formula.any(below, negative))
          Sum.new({ variable => 1 }, 0, NANO)
        end

        # A Sum; :none where there is no result; nil for what is neither a sum nor a product.
        def sum_of(tree) # rubocop:disable Metrics/AbcSize
          case tree
          when AST::Numeric
            constant(tree.value.to_r)
          when AST::Identifier
            input(tree.identifier.to_s)
          when AST::Grouping
            sum_of(tree.instance_variable_get(:@node))
          when AST::Negation
            both([sum_of(tree.instance_variable_get(:@node))]) { |one| one.times(-1r) }
          when AST::Addition
            both([sum_of(tree.left), sum_of(tree.right)]) { |one, other| one.plus(other, 1) }
          when AST::Subtraction
            both([sum_of(tree.left), sum_of(tree.right)]) { |one, other| one.plus(other, -1) }
          when AST::Multiplication
            both([sum_of(tree.left), sum_of(tree.right)]) { |one, other| product(one, other) }
          when AST::Division
            both([sum_of(tree.left), sum_of(tree.right)]) { |one, other| quotient(one, other) }
          when AST::Exponentiation
            both([sum_of(tree.left), sum_of(tree.right)]) { |one, other| power(one, other) }
          end
        end

        def constant(number) = Sum.new({}, number.numerator, number.denominator)

        def input(id)
          term = @inputs.fetch(id)
          Sum.new(term.form, term.constant, term.divisor)
        end

        def both(parts)
          return nil if parts.any?(&:nil?)

          parts.include?(:none) ? :none : yield(*parts)
        end

        def product(one, other)
          return one.times(other.number) if other.constant?
          return other.times(one.number) if one.constant?

          variable = @world.products.of([one.form, one.constant], [other.form, other.constant])
          Sum.new({ variable => 1 }, 0, one.divisor * other.divisor)
        end

        def quotient(one, other)
          return nil unless other.constant?

          other.constant.zero? ? :none : one.times(1 / other.number)
        end

        # Only whole powers are let into formulas.
        def power(one, other)
          return nil unless other.constant? && other.divisor == 1 && other.constant.between?(1, 20)

          (other.constant - 1).times.reduce(one) { |found, _| product(found, one) }
        end

        # Any value, until it is compared with what the inputs give.
        def tried(step, incomplete)
          variable = @numbers.variable(-LIMIT * NANO, LIMIT * NANO)
          failed = @world.search.variable(nil, phase: false)
          @world.products.tried(step, @inputs, variable, failed, @type)
          typed(incomplete, failed, Sum.new({ variable => 1 }, 0, NANO))
        end
      end
    end
  end
end
