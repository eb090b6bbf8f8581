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

      # decision: FieldDecision; example: Hash of identifier to typed value.
      Outcome = Struct.new(:decision, :example, keyword_init: true)

      def initialize(plan)
        @plan = plan
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
        free = candidates.keys.select { |id| candidates[id].first.nil? }
        kept = free.reduce(outcome.example.slice(*candidates.keys)) do |values, id|
          indifferent = candidates[id].all? { |value| level_with(slot, values.merge(id => value)) == outcome.decision.level }
          indifferent ? values.except(id) : values
        end
        @plan.record_type.formulas.fill(kept).select { |id, value| kept.key?(id) || (value && outcome.example.key?(id)) }
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

      def level_with(slot, values)
        slot.decide(@plan.outcomes(@plan.record_type.formulas.fill(values))).level
      end

      # Outcomes of the tests that can happen together: [Hash of key to [outcomes, example], complete].
      # Fields that depend on the same tests share the search.
      def reachable(tests)
        @found[tests] ||= tests.empty? ? [{ [] => [[], {}] }, true] : search(tests)
      end

      def search(tests)
        conditions = tests.map { |index| @plan.conditions[index] }
        candidates = @candidates[tests] ||= Candidates.new(@plan.record_type, conditions, @plan.mode).to_h
        all = candidates.values.map(&:size).reduce(1, :*)
        found, tried = try(conditions, candidates, conditions.flat_map(&:fields) | candidates.keys)
        [found.to_h { |key, example| [key, [by_index(tests, key), example]] }, found.size >= 2**tests.size || tried >= all]
      end

      # Returns [Hash of the conditions' outcomes to the first record that gives them, number of records tried].
      def try(conditions, candidates, named)
        checks = conditions.map(&:compile)
        found = {}
        tried = 0
        each_combination(candidates) do |values|
          tried += 1
          filled = @plan.record_type.formulas.fill(values)
          key = checks.map { |check| check.call(filled) }
          found[key] ||= filled.slice(*named)
          break if tried >= BUDGET || found.size >= 2**checks.size
        end
        [found, tried]
      end

      # Outcomes placed where the plan's tests have their indices.
      def by_index(tests, key)
        tests.zip(key).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
      end

      def each_combination(candidates)
        ids = candidates.keys
        first, *others = candidates.values
        return yield({}) if first.nil?

        first.product(*others) { |combination| yield ids.zip(combination).to_h }
      end
    end
  end
end
