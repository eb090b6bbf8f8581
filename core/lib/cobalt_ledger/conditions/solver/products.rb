# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Products of sums, and formulas of which nothing is known but what they come to. Numbers that the search has come to
      # are tried as they are and a little off; where none will do, more is told of the product, bit by bit (incremental
      # linearization: Cimatti, Griggio, Irfan, Roveri, Sebastiani 2018). What stays open after that is undecided.
      class Products
        include Theory

        # Things told of one product, and of one formula, at most.
        TOLD = 24
        TRIED = 16
        # Numbers tried for a factor or an input, beside where it stands.
        SAMPLES = [1, 0, 2, 10, -1, 100, 1000, 3, 7].freeze
        # Sets of inputs tried for a formula at once.
        SETS = 80

        # left, right: [form, constant]; result: variable.
        Product = Struct.new(:left, :right, :result, :told)

        # step: Formulas::Step; inputs: Hash of identifier to Quantity; failed: literal for having no result.
        Attempt = Struct.new(:step, :inputs, :result, :failed, :formulas, :told)

        # attempts: formulas that are only tried.
        attr_reader :attempts

        def initialize(search, numbers, budget)
          @search = search
          @numbers = numbers
          @simplex = numbers.simplex
          @budget = budget
          @products = {}
          @attempts = []
          search.use(self)
        end

        # The variable for a product of two sums. left, right: [Hash of variable to Integer, Integer].
        def of(left, right)
          left, right = [left, right].sort_by { |form, constant| [form.to_a, constant].inspect }
          (@products[[left, right]] ||= Product.new(left, right, @numbers.variable(nil, nil), 0).tap { |product| signs(product) }).result
        end

        def all = @products.values

        def tried(step, inputs, result, failed, type)
          @attempts << Attempt.new(step, inputs, result, failed, type.formulas, 0)
        end

        # Are all results what they should be?
        def right? = @products.values.all? { |each| right_product?(each) } && @attempts.all? { |each| right_attempt?(each) }

        def complete
          return nil if right?
          return :spent unless @budget.spend(20)
          return nil if repaired || @products.values.any? { |product| varied(product) } || @attempts.any? { |attempt| sampled(attempt) }

          @numbers.collecting { lemmas }
        end

        private

        def right_product?(product) = @numbers.number(product.result) == value(product.left) * value(product.right)

        def right_attempt?(attempt)
          result = result_of(attempt, attempt.inputs.transform_values(&:number))
          failed = @search.values[attempt.failed]
          result.nil? ? failed : !failed && @numbers.number(attempt.result) == result
        end

        def value((form, constant)) = @numbers.value_of(form) + constant

        # In units of the last place, or nil. Blank inputs make the field blank, whatever its result.
        def result_of(attempt, values)
          found = attempt.formulas.work_out(attempt.step, values, nil)
          found && (found * Computed::NANO).to_i
        end

        # The numbers as they are, with the results that follow.
        def repaired
          @numbers.trying do
            variables = @products.values.flat_map { |product| [product.left, product.right] }.flat_map { |form, _| form.keys }
            variables |= @attempts.flat_map { |attempt| attempt.inputs.values.flat_map { |input| input.form.keys } }
            results = @products.values.map(&:result)
            (variables - results).all? { |variable| @numbers.fix(variable, @numbers.number(variable)) } && results_follow && settled
          end
        end

        # Products of products come after those they are made of.
        def results_follow
          @products.values.all? { |product| @numbers.fix(product.result, value(product.left) * value(product.right)) && @simplex.check.nil? } &&
            @attempts.all? { |attempt| (result = result_of(attempt, attempt.inputs.transform_values(&:number))) && @numbers.fix(attempt.result, result) }
        end

        # One factor set, so that the product is a sum.
        def varied(product)
          return false if right_product?(product)

          [[product.left, product.right], [product.right, product.left]].any? do |(form, constant), other|
            next false unless form.size == 1

            variable, factor = form.first
            numbers_for(variable).any? do |number|
              by = (factor * number) + constant
              sum = { product.result => 1 }.merge(other[0].transform_values { |each| -by * each })
              @numbers.trying { @numbers.fix(variable, number) && fix_sum(sum, by * other[1]) && settled }
            end
          end
        end

        def sampled(attempt)
          return false if right_attempt?(attempt)

          variables = attempt.inputs.values.map(&:form).reject(&:empty?).uniq
          first, *others = variables.map { |form| samples_of(form) }
          return false if first.nil?

          sets(first, others).any? do |values|
            @numbers.trying do
              variables.zip(values).all? { |form, number| @numbers.fix(form.first[0], number) } && @simplex.check.nil? &&
                (result = result_of(attempt, attempt.inputs.transform_values(&:number))) && @numbers.fix(attempt.result, result) && settled
            end
          end
        end

        # The first combinations of samples; there may be more than fit into memory.
        def sets(first, others)
          found = []
          first.product(*others) { |values| break if (found << values).size >= SETS }
          found
        end

        # Do the numbers hold, and give the results they should?
        def settled = @simplex.check.nil? && (@numbers.whole? || @numbers.dive) && right?

        def samples_of(form) = form.size == 1 ? numbers_for(form.first[0]).map(&:to_i) : [@numbers.value_of(form)]

        # Numbers to try for a variable: where it stands, a few round ones, and its bounds.
        def numbers_for(variable)
          low, _, high, = @numbers.range(variable)
          unit = high && high > 10**18 ? Computed::NANO : 1
          ([@numbers.number(variable)] + SAMPLES.map { |number| number * unit } + [low, high].compact).select { |number| (low.nil? || number >= low) && (high.nil? || number <= high) }.uniq
        end

        def fix_sum(form, number)
          form = form.reject { |_, factor| factor.zero? }.sort.to_h
          return @numbers.fix(form.first[0], number) if form.size == 1 && form.first[1] == 1

          @numbers.fix(@simplex.sum(form), number)
        end

        def lemmas
          product = @products.values.find { |each| !right_product?(each) }
          return told_of(product) if product

          attempt = @attempts.find { |each| !right_attempt?(each) }
          return :unsure if (attempt.told += 1) > TRIED

          told_result(attempt)
        end

        # Where one factor is what it is now, the product is a sum; and on either side of the numbers it lies above or below
        # the plane that touches it there. What lies outside of all that the factors' bounds leave is told by their corners.
        def told_of(product)
          return :unsure if (product.told += 1) > TOLD

          left = value(product.left)
          right = value(product.right)
          low = @numbers.number(product.result) < left * right
          corners = outside_corners(product, low)
          return plain(corners.flat_map { |one, other| plane(product, one, other, low) }) if corners

          plain(plane(product, left, right, low) + lines(product.left, left, product.right, product.result) + lines(product.right, right, product.left, product.result))
        end

        # Clauses: on two sides of a point the product is at least what the plane that touches it there says, on the others
        # at most. low: is the first wanted?
        def plane(product, left, right, low)
          plane = { product.result => 1 }
          [[product.left, right], [product.right, left]].each { |(form, _), by| form.each { |variable, factor| plane[variable] = (plane[variable] || 0) - (factor * by) } }
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

        # Least and greatest that bounds let a factor be, where it hangs on one variable.
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
          [@numbers.at_most(sum, number * other[1]), @numbers.at_least(sum, number * other[1])].map { |holds| away + [holds] }
        end

        # Without what is settled.
        def plain(clauses) = clauses.reject { |clause| clause.include?(true) }.map { |clause| clause - [false] }

        # What the inputs give as they stand.
        def told_result(attempt)
          result = result_of(attempt, attempt.inputs.transform_values(&:number))
          away = attempt.inputs.values.flat_map do |input|
            number = @numbers.value_of(input.form)
            [@numbers.at_most(input.form, number - 1), @numbers.at_least(input.form, number + 1)]
          end
          return plain([away + [attempt.failed]]) if result.nil?

          plain([away + [attempt.failed ^ 1], away + [@numbers.at_most({ attempt.result => 1 }, result)], away + [@numbers.at_least({ attempt.result => 1 }, result)]])
        end

        # Of which sign a product is.
        def signs(product)
          one, other = [product.left, product.right].map { |factor| [true, false].map { |above| side(factor, above ? 1 : -1, above) } }
          result = { product.result => 1 }
          plain([[0, 0, 1], [1, 1, 1], [0, 1, -1], [1, 0, -1]].map do |left, right, sign|
            [Formula.negate(one[left]), Formula.negate(other[right]), sign == 1 ? @numbers.at_least(result, 1) : @numbers.at_most(result, -1)]
          end).each { |clause| @numbers.add(clause) }
          [one, other].each do |above, below|
            plain([[above, below, @numbers.at_most(result, 0)], [above, below, @numbers.at_least(result, 0)]]).each { |clause| @numbers.add(clause) }
          end
        end
      end
    end
  end
end
