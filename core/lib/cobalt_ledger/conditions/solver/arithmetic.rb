# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Finds inputs for computed fields that were chosen freely: exactly where the formulas are linear, by trying
      # where they are not.
      class Arithmetic
        # Samples tried for formulas that are not linear.
        SAMPLES = 400

        # ground: Ground; relaxed: the same with computed fields chosen freely.
        def initialize(ground, relaxed)
          @ground = ground
          @relaxed = relaxed
          @type = ground.record_type
          @tests = ground.conditions.map(&:compile)
        end

        # relaxed: example in which computed fields were chosen freely. Returns an example that holds, :none when there is
        # none with values of these kinds, or :unsure.
        def realize(relaxed)
          plain = relaxed.reject { |key, _| @ground.computed?(key) && !free_standing?(key, relaxed) }
          wanted = relaxed.select { |key, _| @ground.computed?(key) && !plain.key?(key) }
          return holds?(plain) ? plain : :unsure if wanted.empty?

          blank, numeric = wanted.partition { |_, value| value.nil? }
          plain = with_blanks(plain, blank.map(&:first)) or return :none
          return holds?(plain) ? plain : :none if numeric.empty?

          solve(plain, numeric.to_h)
        end

        # What tells examples apart: where each number lies between the boundaries, and which of two is the greater.
        def signature(example)
          places = example.map { |key, value| value.is_a?(Numeric) ? [key, interval(key, value)] : [key, value] }
          places.sort_by { |key, _| key.map(&:to_s) } + orders(example)
        end

        private

        # [key, key, -1, 0 or 1] for numbers that are compared with each other.
        def orders(example)
          @pairs ||= @ground.conditions.flat_map(&:comparisons).map(&:reads).select { |reads| reads.size == 2 }.uniq
          @pairs.filter_map do |one, other|
            values = example.values_at(one, other)
            [one, other, values[0] <=> values[1]] if values.all?(Numeric)
          end
        end

        # A computed field that may be typed keeps what was chosen while an input is blank.
        def free_standing?(key, relaxed)
          field = @type.field(key[1])
          field.typed_when_incomplete? && @type.formulas.step_of(field.id).inputs.any? { |input| relaxed.key?([key[0], input]) && relaxed[[key[0], input]].nil? }
        end

        # A computed field is blank when any input is.
        def with_blanks(plain, keys)
          keys.reduce(plain) do |found, key|
            inputs = leaves(key)
            next found if inputs.any? { |input| found.key?(input) && found[input].nil? }

            open = inputs.find { |input| !found.key?(input) } or return nil
            found.merge(open => nil)
          end
        end

        # Keys of the fields that a computed field comes from in the end.
        def leaves(key)
          @type.formulas.inputs_of(key[1]).reject { |id| @type.field(id).kind_name == "computed" }.map { |id| [key[0], id] }
        end

        def solve(plain, wanted)
          inputs = wanted.keys.flat_map { |key| leaves(key) }.uniq
          return :none if inputs.any? { |input| plain.key?(input) && plain[input].nil? }

          forms = wanted.keys.to_h { |key| [key, form_of(key)] }
          return sampled(plain, wanted, inputs) if forms.values.any?(&:nil?)

          exact(plain, wanted, inputs, forms)
        end

        def exact(plain, wanted, inputs, forms)
          system = LinearSystem.new(whole: inputs.select { |_, id| @type.field(id).kind_name == "integer" })
          inputs.each { |input| system.within({ input => 1r }, 0r, interval(input, plain[input])) }
          forms.each { |key, (factors, constant)| system.within(factors.transform_keys { |id| [key[0], id] }, constant, interval(key, wanted[key])) }
          in_order(system, plain.merge(wanted), inputs, forms)
          found = system.solve
          return found if found.is_a?(Symbol)

          example = plain.merge(found.transform_values { |number| number.denominator == 1 ? number.to_i : number })
          inputs.each { |input| example[input] ||= 0 }
          holds?(example) ? example : :unsure
        end

        # Which of two compared numbers is the greater must stay as it was chosen.
        def in_order(system, chosen, inputs, forms)
          orders(chosen).each do |one, other, sign|
            left, right = [one, other].map { |key| as_sum(key, chosen, inputs, forms) }
            factors = left[0].merge(right[0].transform_values(&:-@)) { |_, first, second| first + second }
            constant = left[1] - right[1]
            system.at_most(factors, constant, strict: sign.negative?) if sign <= 0
            system.at_most(factors.transform_values(&:-@), -constant, strict: sign.positive?) if sign >= 0
          end
        end

        # [factors by key, constant] of a key: by its formula, as an input, or as the number it was chosen to be.
        def as_sum(key, chosen, inputs, forms)
          factors, constant = forms[key]
          return [factors.transform_keys { |id| [key[0], id] }, constant] if factors

          inputs.include?(key) ? [{ key => 1r }, 0r] : [{}, chosen[key].to_r]
        end

        # The formula over the fields that are not computed: [factors, constant], or nil where it is not linear.
        def form_of(key)
          step = @type.formulas.step_of(key[1])
          form = step.tree && LinearForm.of(step.tree) or return nil
          form[0].reduce([{}, form[1]]) do |(factors, constant), (id, factor)|
            next [factors.merge(id => factors.fetch(id, 0r) + factor), constant] unless @type.field(id).kind_name == "computed"

            inner = form_of([key[0], id]) or return nil
            [factors.merge(inner[0].transform_values { |each| each * factor }) { |_, one, other| one + other }, constant + (inner[1] * factor)]
          end
        end

        # The values that no comparison tells apart from the chosen one: [low, high, low is out, high is out].
        def interval(key, chosen)
          limit = Catalogue::Kinds::Decimal::LIMIT.to_r
          return [-limit, limit, false, false] if chosen.nil?

          edges = @relaxed.edges(key)
          return [chosen.to_r, chosen.to_r, false, false] if edges.include?(chosen)

          low = edges.select { |edge| edge < chosen }.max
          high = edges.select { |edge| edge > chosen }.min
          [low&.to_r || -limit, high&.to_r || limit, !low.nil?, !high.nil?]
        end

        # All inputs but one at plain values, and the last where the formula comes to what is wanted.
        def sampled(plain, wanted, inputs)
          tried = 0
          inputs.each do |last|
            others = inputs - [last]
            grids = others.map { |input| points(input, plain[input]) }
            (grids.empty? ? [[]] : grids.first.product(*grids.drop(1))).each do |values|
              given = plain.merge(others.zip(values).to_h)
              (points(last, plain[last]) + aimed(given, wanted, last)).uniq.each do |value|
                return :unsure if (tried += 1) > SAMPLES

                example = given.merge(last => value)
                return example if holds?(example)
              end
            end
          end
          :unsure
        end

        def points(input, chosen)
          low, high, open_low, open_high = interval(input, chosen)
          [chosen, 1, 2, 10, 0, low, high, low + 1, high - 1].compact.uniq.select { |value| (open_low ? value > low : value >= low) && (open_high ? value < high : value <= high) }
                                                             .map { |value| whole(value) }.reject { |value| @type.field(input[1]).kind_name == "integer" && !value.is_a?(Integer) }
        end

        def whole(value) = value.to_r.denominator == 1 ? value.to_i : value

        # Where the line through two values of the formula meets what is wanted.
        def aimed(given, wanted, last)
          wanted.flat_map do |key, target|
            one, two = [1, 2].map { |value| computed(given.merge(last => value), key) }
            next [] unless one.is_a?(Numeric) && two.is_a?(Numeric) && one != two

            exact = 1 + ((target - one).to_r / (two - one))
            [exact.round(9), exact.floor, exact.ceil].map { |value| whole(value) }
          end
        end

        def computed(example, key) = facts(example).public_send(key[0])[key[1]]

        def holds?(example)
          known = facts(example)
          @tests.all? { |test| test.call(known) }
        end

        def facts(example) = Trial.new(@ground).tap { |trial| example.each { |key, value| trial.choose(key, value) } }
      end
    end
  end
end
