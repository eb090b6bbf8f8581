# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Products of sums, and formulas of which nothing is known but what they come to. Numbers that the search has come
      # to are tried as they are and a little off; where none will do, more is told of the product, bit by bit
      # (incremental linearization: Cimatti, Griggio, Irfan, Roveri, Sebastiani 2018). What stays open after that is
      # undecided.
      class Products
        include ProductLemmas

        include Theory

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
          (
            @products[[left, right]] ||= Product
              .new(left, right, @numbers.variable(nil, nil), 0)
              .tap { |product| signs(product) }
          ).result
        end

        def all = @products.values

        # A product that was only tried: the step of its formula, what went in and what came out.
        def tried(step, inputs, result, failed, type)
          @attempts << Attempt.new(step, inputs, result, failed, type.formulas, 0)
        end

        # Are all results what they should be?
        def right?
          @products.values.all? { |each| right_product?(each) } && @attempts.all? { |each| right_attempt?(each) }
        end

        def complete
          return nil if right?
          return :spent unless @budget.spend(20)
          if repaired || @products.values.any? { |product| varied(product) } ||
             @attempts.any? { |attempt| sampled(attempt) }
            return nil
          end

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
            variables =
              @products.values.flat_map { |product| [product.left, product.right] }.flat_map { |form, _| form.keys }
            variables |= @attempts.flat_map { |attempt| attempt.inputs.values.flat_map { |input| input.form.keys } }
            results = @products.values.map(&:result)
            (variables - results).all? { |variable| @numbers.fix(variable, @numbers.number(variable)) } &&
              results_follow && settled
          end
        end

        # Products of products come after those they are made of.
        def results_follow
          @products.values.all? do |product|
            @numbers.fix(product.result, value(product.left) * value(product.right)) && @simplex.check.nil?
          end &&
            @attempts.all? do |attempt|
              (result = result_of(attempt, attempt.inputs.transform_values(&:number))) &&
                @numbers.fix(attempt.result, result)
            end
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
              variables.zip(values).all? { |form, number| @numbers.fix(form.first[0], number) } &&
                @simplex.check.nil? && (result = result_of(attempt, attempt.inputs.transform_values(&:number))) &&
                @numbers.fix(attempt.result, result) && settled
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
          ([@numbers.number(variable)] + SAMPLES.map { |number| number * unit } + [low, high].compact)
            .select { |number| (low.nil? || number >= low) && (high.nil? || number <= high) }
            .uniq
        end

        def fix_sum(form, number)
          form = form.reject { |_, factor| factor.zero? }.sort.to_h
          return @numbers.fix(form.first[0], number) if form.size == 1 && form.first[1] == 1

          @numbers.fix(@simplex.sum(form), number)
        end
      end
    end
  end
end
