# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Equations over whole numbers, solved by substitution (Knuth, The Art of Computer Programming 2, 4.5.2): either
      # some of them have no solution, or there are sums of the variables that are free to be any whole number.
      class Lattice
        # form: Hash of variable to Integer; constant: Integer; from: indices of the equations it comes from.
        # form + constant = 0.
        Equation = Struct.new(:form, :constant, :from)

        # equations: Array of [Hash of variable to Integer, Integer]: their sum is zero.
        def initialize(equations)
          @equations =
            equations.each_with_index.map { |(form, constant), index| Equation.new(form.dup, constant, [index]) }
          @sums = {}
          @fresh = 0
          @free = []
        end

        # Indices of equations that have no solution together, or nil.
        def clash
          until @equations.empty?
            equation = @equations.shift
            if equation.form.empty?
              return equation.from unless equation.constant.zero?

              next
            end
            divisor = equation.form.values.reduce(0) { |all, factor| all.gcd(factor) }
            return equation.from unless (equation.constant % divisor).zero?

            equation.form.transform_values! { |factor| factor / divisor }
            equation.constant /= divisor
            solve(equation)
          end
          nil
        end

        # Sums of the given variables that are whole wherever these are: Array of Hash of variable to Integer.
        def sums = @free.map { |variable| @sums.fetch(variable) }

        private

        # Until one coefficient is 1, a new variable takes the place of the one with the smallest.
        def solve(equation)
          loop do
            variable, factor = equation.form.min_by { |_, each| each.abs }
            if factor.abs == 1
              rest = equation.form.reject { |each, _| each == variable }.transform_values { |each| -each * factor }
              return substitute(variable, rest, -equation.constant * factor, equation.from)
            end
            renamed(equation, variable, factor)
          end
        end

        # new = variable + the sum of the whole quotients of the others; whole wherever these are.
        def renamed(equation, variable, factor)
          name = :"whole#{@fresh += 1}"
          quotients =
            equation
              .form
              .reject { |each, _| each == variable }
              .transform_values { |each| each.div(factor) }
              .reject { |_, each| each.zero? }
          @sums[name] = expanded({ variable => 1 }.merge(quotients))
          @free << name
          rest = { name => 1 }.merge(quotients.transform_values(&:-@))
          all = [equation] + @equations
          all.each { |each| put(each, variable, rest, 0, []) }
        end

        def expanded(form)
          form.each_with_object({}) do |(variable, factor), sum|
            (@sums[variable] || { variable => 1 }).each { |each, part| sum[each] = (sum[each] || 0) + (factor * part) }
          end.reject { |_, factor| factor.zero? }
        end

        def substitute(variable, rest, constant, from)
          @equations.each { |each| put(each, variable, rest, constant, from) }
        end

        # Puts rest + constant in the place of a variable.
        def put(equation, variable, rest, constant, from)
          factor = equation.form.delete(variable) or return
          rest.each do |each, part|
            sum = (equation.form[each] || 0) + (factor * part)
            sum.zero? ? equation.form.delete(each) : equation.form[each] = sum
          end
          equation.constant += factor * constant
          equation.from |= from
        end
      end
    end
  end
end
