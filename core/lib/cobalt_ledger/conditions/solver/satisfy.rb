# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Decides whether conditions can hold together: yes with an example, no with the smallest part that clashes, or
      # not decided with the reason. Every example has been through the ordinary evaluation.
      class Satisfy
        # Examples with freely chosen computed fields that are looked into at most.
        RELAXED = 200

        # An example that does not hold when it is evaluated: a defect of the solver.
        class Defect < StandardError; end

        # record_type: Catalogue::RecordType; mode: String; base: Facts with what is known whatever the record;
        # free: keys to be chosen although base knows them.
        def initialize(record_type, mode, base, free: [], budget: Search::BUDGET)
          @record_type = record_type
          @mode = mode
          @base = base
          @free = free
          @budget = budget
        end

        # conditions: Array of Node. Returns an Answer.
        def answer(conditions)
          found = decide(conditions)
          return found unless found.no?

          Answer.new(kind: "no", clash: smallest(conditions))
        end

        # The same without looking for the smallest clash.
        def decide(conditions)
          ground = Ground.new(@record_type, @mode, @base, conditions, free: @free)
          example = nil
          plain = Search.new(ground, budget: @budget).each_example { |found| example = found }
          return yes(ground, example) if example
          return gave_up(ground) if plain == :gave_up
          return ended(ground) if ground.computed_keys.empty?

          relaxed(ground)
        end

        private

        # The example goes through the ordinary evaluation, and loses what makes no difference to it.
        def yes(ground, example)
          tests = ground.conditions.map(&:compile)
          trial = Trial.new(ground).tap { |each| example.each { |key, value| each.choose(key, value) } }
          raise Defect, "#{example} does not make the conditions hold" unless tests.all? { |test| test.call(trial) }

          example.each do |key, value|
            trial.take_back(key)
            trial.choose(key, value) unless tests.all? { |test| test.call(trial) }
          end
          Answer.new(kind: "yes", example: trial.chosen.dup)
        end

        # The values tried stood for all others, or not.
        def ended(ground)
          lacking = ground.keys.reject { |key| ground.complete?(key) }
          return Answer.new(kind: "no") if lacking.empty?

          undecided("not every combination of values could be tried for #{Words.list(lacking.map { |key| name_of(key) })}")
        end

        # With computed fields chosen freely: if even so nothing holds, nothing does.
        def relaxed(ground)
          relaxed = ground.relaxed
          arithmetic = Arithmetic.new(ground, relaxed)
          unsure = false
          looked = {}
          ended = Search.new(relaxed, budget: @budget).each_example do |example|
            # Examples that no comparison tells apart come to the same.
            next false if looked[arithmetic.signature(example)]

            looked[arithmetic.signature(example)] = true
            found = arithmetic.realize(example)
            return yes(ground, found) if found.is_a?(Hash)

            unsure ||= found == :unsure
            looked.size >= RELAXED
          end
          return gave_up(ground) if ended != :none

          return undecided(nonlinear(ground)) if unsure

          ended(ground)
        end

        def nonlinear(ground)
          "#{Words.list(ground.computed_keys.map { |key| name_of(key) })} #{ground.computed_keys.size == 1 ? 'is' : 'are'} computed in a way that can't be solved for"
        end

        def gave_up(ground)
          undecided("there are too many combinations of #{Words.list(ground.keys.map { |key| name_of(key) }.uniq)} to try in #{@budget} steps")
        end

        def undecided(reason) = Answer.new(kind: "undecided", reason: reason)

        # Leaves out one condition after the other: what can be left out is no part of the clash.
        def smallest(conditions)
          conditions.each_index.reduce(conditions.each_index.to_a) do |kept, index|
            rest = kept - [index]
            rest.any? && decide(rest.map { |each| conditions[each] }).no? ? rest : kept
          end
        end

        def name_of(key)
          %i[entered stored related].include?(key[0]) ? (@record_type.field(key[1])&.name || key[1]) : "the #{key.last.to_s.tr('_', ' ')}"
        end
      end
    end
  end
end
