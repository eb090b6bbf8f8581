# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Linear inequalities over rationals, decided exactly by elimination (Fourier and Motzkin).
      class LinearSystem
        # Inequalities at most; elimination can square their number.
        LIMIT = 2_000

        # Sum of coefficients times variables plus constant is at most 0, or below 0 when strict.
        Row = Struct.new(:coefficients, :constant, :strict) do
          def of(variable) = coefficients.fetch(variable, 0)
        end

        # How often the search for whole numbers may divide the space.
        DEPTH = 24

        # whole: variables that take whole numbers only.
        def initialize(whole: [], rows: [])
          @whole = whole
          @rows = rows
        end

        def at_most(coefficients, constant, strict: false)
          factors = coefficients.reject { |_, factor| factor.zero? }
          @rows << (whole?(factors) ? tightened(factors, constant, strict) : Row.new(factors, constant, strict))
        end

        # Keeps a sum within an interval. low, high: Rational or nil; open_low, open_high: true when the end is out.
        def within(coefficients, constant, interval)
          low, high, open_low, open_high = interval
          at_most(coefficients, constant - high, strict: open_high) if high
          at_most(coefficients.transform_values(&:-@), low - constant, strict: open_low) if low
        end

        # A Hash of variable to Rational, :none when there is no solution, or :unsure when whole numbers could not be
        # fitted in or there is too much to work out.
        def solve(depth = 0)
          stages = []
          rows = @rows
          variables = rows.flat_map { |row| row.coefficients.keys }.uniq
          variables.each do |variable|
            stages << [variable, rows]
            rows = eliminate(rows, variable)
            return :unsure if rows.size > LIMIT
          end
          return :none if rows.any? { |row| row.strict ? row.constant >= 0 : row.constant.positive? }

          stages.reverse.reduce({}) do |found, (variable, own)|
            low, high = bounds(variable, own, found)
            number = fitting(variable, low, high)
            return divided(variable, low, high, depth) if number.nil?

            found.merge(variable => number)
          end
        end

        private

        def whole?(factors) = factors.any? && factors.all? { |variable, factor| @whole.include?(variable) && factor.denominator == 1 }

        # A sum of whole numbers that lies below a bound is at most the next whole number below it.
        def tightened(factors, constant, strict)
          most = strict ? (-constant).ceil - 1 : (-constant).floor
          Row.new(factors, -most.to_r, false)
        end

        def eliminate(rows, variable)
          above, rest = rows.partition { |row| row.of(variable).positive? }
          below, rest = rest.partition { |row| row.of(variable).negative? }
          rest + above.product(below).map { |upper, lower| combined(upper, lower, variable) }.uniq
        end

        def combined(upper, lower, variable)
          one = upper.of(variable)
          other = -lower.of(variable)
          keys = (upper.coefficients.keys | lower.coefficients.keys) - [variable]
          sums = keys.to_h { |key| [key, (upper.of(key) / one) + (lower.of(key) / other)] }.reject { |_, factor| factor.zero? }
          Row.new(sums, (upper.constant / one) + (lower.constant / other), upper.strict || lower.strict)
        end

        # No whole number lies between the bounds: looks on either side of what lies there (branch and bound).
        def divided(variable, low, high, depth)
          return :unsure if depth >= DEPTH || low.nil? || high.nil? || !@whole.include?(variable)

          between = ((low[1] + high[1]) / 2).floor
          sides = [[{ variable => 1r }, -between.to_r], [{ variable => -1r }, (between + 1).to_r]].map do |factors, constant|
            LinearSystem.new(whole: @whole, rows: @rows + [Row.new(factors, constant, false)]).solve(depth + 1)
          end
          sides.find { |found| found.is_a?(Hash) } || (sides.include?(:unsure) ? :unsure : :none)
        end

        # The tightest bounds of one variable, once those eliminated after it are known: [[side, bound, strict] or nil] each.
        def bounds(variable, rows, known)
          bounds = rows.reject { |row| row.of(variable).zero? }.map do |row|
            rest = row.constant + row.coefficients.sum { |key, factor| key == variable ? 0 : factor * known.fetch(key, 0r) }
            [row.of(variable).positive? ? :high : :low, -rest / row.of(variable), row.strict]
          end
          low = bounds.select { |side, _, _| side == :low }.max_by { |_, bound, strict| [bound, strict ? 1 : 0] }
          high = bounds.select { |side, _, _| side == :high }.min_by { |_, bound, strict| [bound, strict ? 0 : 1] }
          [low, high]
        end

        # The plainest number between the bounds: a whole one, or one with as few places as will do.
        def fitting(variable, low, high)
          places = @whole.include?(variable) ? [0] : [0, 1, 2, 4, 9]
          places.each do |digits|
            step = Rational(1, 10**digits)
            candidates(low, high, step).each { |number| return number if fits?(number, low, high) }
          end
          nil
        end

        def candidates(low, high, step)
          return [0r] if low.nil? && high.nil?
          return [(low[1] / step).ceil * step, ((low[1] / step).floor + 1) * step] if low

          [(high[1] / step).floor * step, ((high[1] / step).ceil - 1) * step]
        end

        def fits?(number, low, high)
          (low.nil? || (low[2] ? number > low[1] : number >= low[1])) && (high.nil? || (high[2] ? number < high[1] : number <= high[1]))
        end
      end
    end
  end
end
