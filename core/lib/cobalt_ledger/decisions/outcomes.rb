# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Without a record: which states a field can really take under a plan.
    #
    # Values on both sides of every boundary that the conditions draw are tried in combination. Each outcome
    # found comes with the record that shows it, so none is invented; where the combinations are too many to
    # try all, the answer says that it is not complete.
    class Outcomes
      # Combinations tried at most for one set of conditions.
      BUDGET = 5_000

      # decision: FieldDecision; example: Hash of the keys of Operand#reads to typed values.
      Outcome = Struct.new(:decision, :example, keyword_init: true)

      # base: Conditions::Facts with what is known whatever the record.
      def initialize(plan, base)
        @plan = plan
        @base = base
        @type = plan.record_type
        @found = {}
        @candidates = { [] => {} }
        @answers = {}
      end

      # Returns [Array of Outcome (one a level, most restrictive first), complete: true or false].
      def of(field_id)
        @answers[field_id] ||= search_field(field_id)
      end

      # An outcome's example without the values that make no difference to it: those that could be anything.
      def telling_example(field_id, outcome)
        slot = @plan.slot_of(field_id)
        candidates = @candidates[slot.tests]
        free = candidates.keys.select { |key| candidates[key].first.nil? }
        free.reduce(outcome.example.slice(*candidates.keys)) do |example, key|
          indifferent = candidates[key].all? { |value| level_with(slot, example.merge(key => value)) == outcome.decision.level }
          indifferent && level_with(slot, example.except(key)) == outcome.decision.level ? example.except(key) : example
        end
      end

      private

      def search_field(field_id)
        slot = @plan.slot_of(field_id)
        combinations, complete = reachable(slot.tests)
        by_level = {}
        combinations.each_value do |outcomes, example|
          decision = slot.decide(outcomes)
          by_level[decision.level] ||= Outcome.new(decision: decision, example: example)
        end
        [by_level.values.sort_by { |outcome| State::LEVELS.index(outcome.decision.level) }, complete]
      end

      def level_with(slot, example)
        slot.decide(@plan.outcomes(facts(example))).level
      end

      # The facts an example stands for, once the rules have done to its values what they do.
      def facts(example)
        facts = @base.assuming(example, @type.formulas, stored: @plan.mode != "create")
        return facts unless @plan.value_effects.writing? || @plan.looks_back?

        held, screen = raw(example)
        facts = facts.opened_as(Settling.new(@plan, facts.with_entered(facts.stored), held, {}, defaults_only: true).run.facts) if @plan.looks_back?
        Settling.new(@plan, facts, screen, screen).run.facts
      end

      # What the record holds and what stands on the screen, before anything is computed.
      def raw(example)
        kept = example.select { |(kind, _), _| kind == :stored }.to_h { |(_, id), value| [id, value] }
        screen = kept.merge(example.select { |(kind, _), _| kind == :entered }.to_h { |(_, id), value| [id, value] })
        return [{}, screen] if @plan.mode == "create"

        [kept.empty? ? screen : kept, screen]
      end

      # Outcomes of the tests that can happen together: [Hash of key to [outcomes, example], complete].
      # Fields that depend on the same tests share the search.
      def reachable(tests)
        @found[tests] ||= tests.empty? ? [{ [] => [[], {}] }, true] : search(tests)
      end

      def search(tests)
        conditions = tests.map { |index| @plan.conditions[index] }
        candidates = @candidates[tests] ||= Candidates.new(@type, *@plan.value_effects.behind(conditions, @plan), @plan.mode, @base).to_h
        all = candidates.values.map(&:size).reduce(1, :*)
        found, tried = try(conditions, candidates)
        [found.to_h { |key, example| [key, [by_index(tests, key), example]] }, found.size >= 2**tests.size || tried >= all]
      end

      # Returns [Hash of the conditions' outcomes to the first record that gives them, number of records tried].
      def try(conditions, candidates)
        checks = conditions.map(&:compile)
        found = {}
        tried = 0
        each_combination(candidates) do |example|
          tried += 1
          facts = facts(example)
          key = checks.map { |check| check.call(facts) }
          found[key] ||= example
          break if tried >= BUDGET || found.size >= 2**checks.size
        end
        [found, tried]
      end

      # Outcomes placed where the plan's tests have their indices.
      def by_index(tests, key)
        tests.zip(key).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
      end

      def each_combination(candidates)
        keys = candidates.keys
        first, *others = candidates.values
        return yield({}) if first.nil?

        first.product(*others) { |combination| yield keys.zip(combination).to_h }
      end
    end
  end
end
