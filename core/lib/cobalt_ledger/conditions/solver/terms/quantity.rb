# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      module Terms
        # A number, a day or a moment: a sum of whole variables and a constant, divided by a whole number. Days count
        # from 1970-01-01, moments in nanoseconds since then (UTC).
        class Quantity < Term
          attr_reader :form, :constant, :divisor

          # numbers: Numbers; form: Hash of variable to Integer; constant, divisor: Integer; blank: Formula;
          # read: lambda from a Rational to the typed value.
          def initialize(numbers, form, constant, divisor, blank, read)
            super(blank)
            @numbers = numbers
            @form = form
            @constant = constant
            @divisor = divisor
            @read = read
          end

          # Is it a moment, in nanoseconds? Else it is a number or a day.
          def moment? = @read.equal?(Making::READ_TIME)

          # The calendar day in the policy's zone, of a day or a moment.
          def day(world) = moment? ? world.day_of(self) : self

          # Is it filled and between two others, both of which count?
          def within(first, last) = Formula.all(first.reaches(self), reaches(last))

          # The same value, blank otherwise.
          def blank_when(blank) = Quantity.new(@numbers, form, constant, divisor, blank, @read)

          # The same, so many units later.
          def later(units) = Quantity.new(@numbers, form, constant + (units * divisor), divisor, blank, @read)

          def at_most(other)
            form, limit = difference(other)
            @numbers.at_most(form, limit)
          end

          def same(other)
            form, limit = difference(other)
            @numbers.equal(form, limit)
          end

          # The one variable it stands for, or nil.
          def variable = constant.zero? && divisor == 1 && form.size == 1 && form.first[1] == 1 ? form.first[0] : nil

          # Its value under the current numbers: Rational.
          def number = Rational(@numbers.value_of(form) + constant, divisor)

          def found(_holds) = @read.call(number)

          private

          # this - other <= 0 as [form, limit].
          def difference(other)
            sum = form.transform_values { |factor| factor * other.divisor }
            other.form.each { |variable, factor| sum[variable] = (sum[variable] || 0) - (factor * divisor) }
            [sum.reject { |_, factor| factor.zero? }, (divisor * other.constant) - (other.divisor * constant)]
          end
        end
      end
    end
  end
end
