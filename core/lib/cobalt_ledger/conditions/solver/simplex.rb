# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Bounds on sums of variables, decided exactly over the rationals by a simplex that can take bounds back and
      # explains its conflicts (Dutertre, de Moura 2006). Rows are kept with whole coefficients, each summing to zero.
      class Simplex
        # limit: Integer; reason: a literal, or nil when it holds in any case.
        Bound = Struct.new(:limit, :reason)

        attr_reader :uppers, :lowers, :numbers

        # budget: Budget.
        def initialize(budget)
          @budget = budget
          @numbers = []
          @uppers = []
          @lowers = []
          @rows = {}
          @columns = []
          @forms = {}
          @sums = {}
          @trail = []
        end

        def size = @numbers.size

        # A new variable: its place. low, high: Integer or nil, that hold in any case; number: where it stands at first.
        def variable(low = nil, high = nil, number = 0)
          @lowers << (low && Bound.new(low, nil))
          @uppers << (high && Bound.new(high, nil))
          @columns << {}
          number = low if low && number < low
          number = high if high && number > high
          @numbers << number
          @numbers.size - 1
        end

        # A variable that stands for a sum. form: Hash of variable to Integer, none zero, two at least.
        def sum(form)
          @forms[form] ||= begin
            slack = variable
            @sums[slack] = form
            row = { slack => -1 }.merge(form)
            form.each_key { |variable| replace(row, @rows[variable], variable) if @rows.key?(variable) }
            row.each_key { |variable| @columns[variable][slack] = true unless variable == slack }
            @rows[slack] = row
            @numbers[slack] = value_of(form)
            slack
          end
        end

        # Hash of variable to Integer for one made by sum, nil for others.
        def form_of(variable) = @sums[variable]

        # The result of a sum: an Integer where it is whole, else a Rational.
        def value_of(form)
          sum = form.sum { |variable, factor| factor * @numbers[variable] }
          sum.is_a?(Rational) && sum.denominator == 1 ? sum.numerator : sum
        end

        # Bounds a variable from above or below. Returns nil, or the reasons of two bounds that clash.
        def at_most(variable, limit, reason)
          held = @uppers[variable]
          return nil if held && held.limit <= limit

          low = @lowers[variable]
          return [reason, low.reason] if low && low.limit > limit

          @trail << [@uppers, variable, held]
          @uppers[variable] = Bound.new(limit, reason)
          move(variable, limit) if @rows[variable].nil? && @numbers[variable] > limit
          nil
        end

        # Sets a bound. Returns nil, or the reasons that exclude each other: Array of literals.
        def at_least(variable, limit, reason)
          held = @lowers[variable]
          return nil if held && held.limit >= limit

          high = @uppers[variable]
          return [reason, high.reason] if high && high.limit < limit

          @trail << [@lowers, variable, held]
          @lowers[variable] = Bound.new(limit, reason)
          move(variable, limit) if @rows[variable].nil? && @numbers[variable] < limit
          nil
        end

        # A place to come back to.
        def mark = @trail.size

        # Takes back the bounds since a mark.
        def back_to(mark)
          while @trail.size > mark
            side, variable, held = @trail.pop
            side[variable] = held
          end
        end

        # Puts the numbers where all bounds of now hold. numbers: Array; what it does not tell of is a sum, and follows.
        def stand(numbers)
          numbers.each_with_index { |number, variable| @numbers[variable] = number }
          @sums.each { |variable, form| @numbers[variable] = value_of(form) if numbers[variable].nil? }
        end

        # Moves numbers until all bounds hold. Returns nil, the reasons of bounds that clash, or :spent.
        def check
          loop do
            basic, target, up = violated
            return nil unless basic
            return :spent unless @budget.spend(1 + (@rows.size / 8))

            row = @rows[basic]
            own = row[basic]
            entering = nil
            row.each do |variable, factor|
              next if variable == basic || (entering && variable > entering)

              # How the basic variable moves with this one.
              rises = factor.positive? != own.positive?
              entering = variable if rises == up ? below_upper?(variable) : above_lower?(variable)
            end
            return clash(basic, row, up) unless entering

            pivot(basic, entering, target)
          end
        end

        private

        # Takes a variable out of a row that is not in use yet.
        def replace(row, by, variable)
          factor = row[variable]
          pivot = by[variable]
          row.each_key { |each| row[each] *= pivot }
          by.each do |each, part|
            sum = (row[each] || 0) - (factor * part)
            sum.zero? ? row.delete(each) : row[each] = sum
          end
          reduce(row)
        end

        def reduce(row)
          divisor = 0
          row.each_value do |factor|
            divisor = divisor.gcd(factor)
            break if divisor == 1
          end
          row.each_key { |each| row[each] /= divisor } unless divisor == 1
        end

        # The first basic variable out of bounds (Bland 1977): [variable, bound to move to, upwards?].
        def violated
          found = nil
          @rows.each_key do |variable|
            next if found && variable > found

            number = @numbers[variable]
            found = variable if (@lowers[variable] && number < @lowers[variable].limit) ||
                                (@uppers[variable] && number > @uppers[variable].limit)
          end
          return nil unless found

          low = @lowers[found]
          low && @numbers[found] < low.limit ? [found, low.limit, true] : [found, @uppers[found].limit, false]
        end

        def below_upper?(variable) = @uppers[variable].nil? || @numbers[variable] < @uppers[variable].limit
        def above_lower?(variable) = @lowers[variable].nil? || @numbers[variable] > @lowers[variable].limit

        # The bounds that keep a basic variable from where it has to go.
        def clash(basic, row, up)
          own = row[basic]
          reasons = [(up ? @lowers : @uppers)[basic].reason]
          row.each do |variable, factor|
            next if variable == basic

            rises = factor.positive? != own.positive?
            reasons << (rises == up ? @uppers : @lowers)[variable].reason
          end
          reasons
        end

        # Sets a variable that is not basic; the basic ones follow.
        def move(variable, number)
          delta = number - @numbers[variable]
          @numbers[variable] = number
          @columns[variable].each_key do |basic|
            row = @rows[basic]
            @numbers[basic] = Exact.plus(@numbers[basic], -row[variable] * delta, row[basic])
          end
        end

        # A basic variable leaves for its bound, another takes its place.
        def pivot(leaving, entering, target)
          row = @rows.delete(leaving)
          step = Exact.plus(0, (target - @numbers[leaving]) * -row[leaving], row[entering])
          @numbers[leaving] = target
          entered = Exact.plus(@numbers[entering], step, 1)
          @numbers[entering] = entered
          column = @columns[entering]
          column.delete(leaving)
          column.each_key do |basic|
            other = @rows[basic]
            @numbers[basic] = Exact.plus(@numbers[basic], -other[entering] * step, other[basic])
            eliminate(basic, other, row, entering)
          end
          row.each_key do |variable|
            @columns[variable].delete(leaving)
            @columns[variable][entering] = true
          end
          @columns[entering] = {}
          @rows[entering] = row
        end

        # Takes a variable out of a row with the help of another.
        def eliminate(basic, row, by, variable)
          pivot = by[variable]
          factor = row[variable]
          shared = pivot.gcd(factor)
          times = pivot / shared
          factor /= shared
          row.each_key { |each| row[each] *= times } unless times == 1
          by.each do |each, part|
            sum = (row[each] || 0) - (factor * part)
            if sum.zero?
              row.delete(each)
              @columns[each].delete(basic) unless each == variable
            else
              @columns[each][basic] = true unless row.key?(each)
              row[each] = sum
            end
          end
          reduce(row)
        end
      end
    end
  end
end
