# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # The example behind a model of the search: typed values by key, round where they may be, without what makes no
      # difference, and evaluated anew.
      class Model
        # Steps that numbers are rounded to, in units of their own: whole ones and hundredths; quarters of a day, hours,
        # minutes and seconds.
        ROUND = [Computed::NANO, Computed::NANO / 100].freeze
        CLOCK = [360 * Clocks::MINUTE, 60 * Clocks::MINUTE, Clocks::MINUTE, Clocks::NANO].freeze

        # world: World whose search has found a model; conditions: Array of Node that are to hold.
        # writing: Writing, or nil.
        def initialize(world, mode, conditions, writing = nil)
          @writing = writing
          @world = world
          @mode = mode
          @conditions = conditions
          @tests = conditions.map(&:compile)
          @simplex = world.numbers.simplex
        end

        # Hash of key to typed value; nil when what was found does not hold by the ordinary evaluation.
        def example
          plain = values
          [rounded, plain].compact.each { |found| return @writing ? found : smallest(found) if holds?(found) }
          nil
        end

        private

        # Hash of key to typed value, as the numbers stand.
        def values
          literals = @world.search.values
          holds = ->(formula) { truth(formula, literals) }
          found = @world.terms.to_h { |key, term| [key, term.value(holds)] }.merge(@world.computed_values(holds))
          found.merge!(@world.unknown(holds))
          @world.untouched_fields.each { |id| found.delete([:entered, id]) if found[[:entered, id]].nil? }
          found
        end

        def truth(formula, literals)
          case formula
          when Integer
            literals[formula]
          when true, false
            formula
          else
            if formula[0] == :all
              formula.drop(1).all? { |part| truth(part, literals) }
            else
              formula.drop(1).any? { |part| truth(part, literals) }
            end
          end
        end

        # The same with numbers that are as round as the bounds let them be; nil where there is nothing to round.
        def rounded
          wanted = @world.terms.values.grep(Terms::Quantity).flat_map { |term| steps(term) }
          return nil if wanted.empty?

          mark = @simplex.mark
          wanted.each { |variable, steps| round(variable, steps) }
          found = @world.clocks.right? && @world.products.right? && @world.numbers.whole? ? values : nil
          @simplex.back_to(mark)
          found
        end

        # [variable, steps] of a term that may be rounded.
        def steps(term)
          return [] unless term.form.size == 1
          return [[term.form.first[0], ROUND]] if term.divisor == Computed::NANO

          (term.moment? ? [[term.form.first[0], CLOCK]] : [])
        end

        def round(variable, steps)
          now = @world.numbers.number(variable)
          return unless now.is_a?(Integer)

          return if steps == CLOCK && noons(now).any? { |number| hold(variable, number) }

          steps.each do |step|
            return hold(variable, now) if (now % step).zero?

            [now.div(step) * step, (now.div(step) + 1) * step].each { |number| return nil if hold(variable, number) }
          end
          hold(variable, now)
        end

        # Noon on the same day and on those beside it: what is said of days is then clear in any zone.
        def noons(now) = [0, -1, 1].map { |days| ((now.div(Clocks::DAY) + days) * Clocks::DAY) + (Clocks::DAY / 2) }

        # Keeps a variable at a number, where the bounds let it be there.
        def hold(variable, number)
          @world.numbers.keeping { @world.clocks.put(variable, number) && @simplex.check.nil? && @world.numbers.whole? }
        end

        def holds?(found)
          facts =
            if @writing
              @writing.settle(found)
            else
              @world.base.assuming(found, @world.record_type.formulas, stored: @mode != "create")
            end
          @tests.all? { |test| test.call(facts) }
        end

        # Leaves out what could be anything. Where it is to stay open whether something holds, that has to be so because
        # of what is not known, and not because it was left out.
        def smallest(found)
          kept = @conditions.grep(Untold).flat_map { |each| each.keys(@world.record_type.formulas) }
          PartialAssignment.new(@world.record_type, @world.base, @mode, found).needed(@tests, kept)
        end
      end
    end
  end
end
