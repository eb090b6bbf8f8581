# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What is told of products and formulas whose results are not what they should be: planes, lines and corners that
      # the numbers at hand break. For Products, whose numbers and products it reads.
      module ProductLemmas
        # Things told of one product, and of one formula, at most.
        TOLD = 24
        TRIED = 16

        private

        def lemmas
          product = @products.values.find { |each| !right_product?(each) }
          return told_of(product) if product

          attempt = @attempts.find { |each| !right_attempt?(each) }
          return :unsure if (attempt.told += 1) > TRIED

          told_result(attempt)
        end

        # Where one factor is what it is now, the product is a sum; and on either side of the numbers it lies above or
        # below the plane that touches it there. What lies outside of all that the factors' bounds leave is told by
        # their corners.
        def told_of(product)
          return :unsure if (product.told += 1) > TOLD

          left = value(product.left)
          right = value(product.right)
          low = @numbers.number(product.result) < left * right
          corners = outside_corners(product, low)
          return plain(corners.flat_map { |one, other| plane(product, one, other, low) }) if corners

          plain(
            plane(product, left, right, low) + lines(product.left, left, product.right, product.result) +
              lines(product.right, right, product.left, product.result)
          )
        end

        # Clauses: on two sides of a point the product is at least what the plane that touches it there says, on the
        # others at most. low: is the first wanted?
        def plane(product, left, right, low)
          plane = { product.result => 1 }
          [[product.left, right], [product.right, left]].each do |(form, _), by|
            form.each { |variable, factor| plane[variable] = (plane[variable] || 0) - (factor * by) }
          end
          touch = (right * product.left[1]) + (left * product.right[1]) - (left * right)
          holds = low ? @numbers.at_least(plane, touch) : @numbers.at_most(plane, touch)
          (low ? [[true, true], [false, false]] : [[true, false], [false, true]]).map do |one, other|
            [Formula.negate(side(product.left, left, one)), Formula.negate(side(product.right, right, other)), holds]
          end
        end

        # Points where the bounds of the factors meet, when the result is out of what lies between them; else nil.
        def outside_corners(product, low)
          lefts = span(product.left)
          rights = span(product.right)
          return nil unless lefts && rights

          results = lefts.product(rights).map { |one, other| one * other }
          return nil if @numbers.number(product.result).between?(*results.minmax)

          low ? lefts.zip(rights) : lefts.zip(rights.reverse)
        end

        # Least and greatest that bounds let a factor be, where it depends on one variable.
        def span((form, constant))
          return nil unless form.size == 1

          variable, factor = form.first
          low, _, high, = @numbers.range(variable)
          low && high && [(low * factor) + constant, (high * factor) + constant].sort
        end

        def side((form, constant), number, above)
          above ? @numbers.at_least(form, number - constant) : @numbers.at_most(form, number - constant)
        end

        # Clauses by which the product is so many times the other factor, where one factor is a number.
        def lines(factor, number, other, result)
          sum = { result => 1 }.merge(other[0].transform_values { |each| -number * each }) { |_, one, two| one + two }
          away = [side(factor, number, true), side(factor, number, false)].map { |each| Formula.negate(each) }
          [@numbers.at_most(sum, number * other[1]), @numbers.at_least(sum, number * other[1])].map do |holds|
            away + [holds]
          end
        end

        # Without what is settled.
        def plain(clauses) = clauses.reject { |clause| clause.include?(true) }.map { |clause| clause - [false] }

        # What the inputs give as they are.
        def told_result(attempt)
          result = result_of(attempt, attempt.inputs.transform_values(&:number))
          away = attempt.inputs.values.flat_map do |input|
            number = @numbers.value_of(input.form)
            [@numbers.at_most(input.form, number - 1), @numbers.at_least(input.form, number + 1)]
          end
          return plain([away + [attempt.failed]]) if result.nil?

          plain(
            [
              away + [attempt.failed ^ 1], away + [@numbers.at_most({ attempt.result => 1 }, result)],
              away + [@numbers.at_least({ attempt.result => 1 }, result)]
            ]
          )
        end

        # Of which sign a product is.
        def signs(product)
          one, other =
            [product.left, product.right].map do |factor|
              [true, false].map { |above| side(factor, above ? 1 : -1, above) }
            end
          result = { product.result => 1 }
          plain(
            [[0, 0, 1], [1, 1, 1], [0, 1, -1], [1, 0, -1]].map do |left, right, sign|
              [
                Formula.negate(one[left]), Formula.negate(other[right]),
                sign == 1 ? @numbers.at_least(result, 1) : @numbers.at_most(result, -1)
              ]
            end
          ).each { |clause| @numbers.add(clause) }
          [one, other].each do |above, below|
            plain(
              [[above, below, @numbers.at_most(result, 0)], [above, below, @numbers.at_least(result, 0)]]
            ).each { |clause| @numbers.add(clause) }
          end
        end
      end
    end
  end
end
