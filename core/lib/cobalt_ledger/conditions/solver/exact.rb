# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Arithmetic on numbers that are mostly whole.
      module Exact
        module_function

        # number + part / divisor, as an Integer where it is one.
        def plus(number, part, divisor)
          if part.is_a?(Integer) && (part % divisor).zero?
            sum = number + (part / divisor)
            return sum.is_a?(Rational) && sum.denominator == 1 ? sum.numerator : sum
          end

          sum = number + Rational(part, divisor)
          sum.denominator == 1 ? sum.numerator : sum
        end
      end
    end
  end
end
