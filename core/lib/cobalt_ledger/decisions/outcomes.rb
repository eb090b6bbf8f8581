# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Without a record: which states a field can really take under a plan, and when.
    #
    # Values that stand for all others are tried in combination; where they are too many, the solver decides one
    # combination of outcomes after the other. Each outcome found comes with the record that shows it, so none is
    # invented; where something could not be decided, the answer says that it is not complete.
    class Outcomes
      # Combinations of values tried at most for one set of conditions, and of outcomes that the solver looks into.
      BUDGET = 5_000
      SOLVED = 256

      # decision: FieldDecision; example: Hash of the keys of Operand#reads to typed values; contested: true when rules
      # that apply can give different values at this level.
      Outcome = Struct.new(:decision, :example, :contested, keyword_init: true)

      # base: Conditions::Facts with what is known whatever the record.
      def initialize(plan, base)
        @plan = plan
        @base = base
        @type = plan.record_type
        @found = {}
        @values = { [] => {} }
        @answers = {}
      end

      # Returns [Array of Outcome (one a level, most restrictive first), complete: true or false].
      def of(field_id)
        @answers[field_id] ||= search_field(field_id)
      end

      # When a field has a level, in words; nil when it has it always.
      def condition(field_id, level, directory)
        slot = @plan.slot_of(field_id)
        combinations, = reachable(slot.tests)
        feasible = combinations.keys
        wanted = feasible.select { |vector| slot.decide(combinations[vector][0]).level == level }
        Cover.new(feasible, wanted).words(slot.tests.map { |index| @plan.conditions[index].words(directory) })
      end

      # Was everything about a field decided?
      def complete?(field_id) = reachable(@plan.slot_of(field_id).tests)[1]

      # What can happen to a field's tests: Array of [outcomes by index of the plan's tests, example].
      def combinations(field_id) = reachable(@plan.slot_of(field_id).tests).first.values

      # An outcome's example without the values that make no difference to it: those that could be anything.
      def telling_example(field_id, outcome)
        slot = @plan.slot_of(field_id)
        values = @values[slot.tests]
        free = values.keys.select { |key| values[key].first.nil? }
        free.reduce(outcome.example.slice(*values.keys)) do |example, key|
          indifferent = values[key].all? { |value| level_with(slot, example.merge(key => value)) == outcome.decision.level }
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
          found = (by_level[decision.level] ||= Outcome.new(decision: decision, example: example, contested: false))
          found.contested ||= decision.contested?
        end
        [by_level.values.sort_by { |outcome| State::LEVELS.index(outcome.decision.level) }, complete]
      end

      def level_with(slot, example)
        slot.decide(@plan.outcomes(facts(example))).level
      end

      # The facts an example stands for, once the rules have done to its values what they do.
      def facts(example)
        facts = plain(example)
        return facts unless @plan.value_effects.writing?

        held, screen = raw(example)
        facts = facts.opened_as(Settling.new(@plan, facts.with_entered(facts.stored), held, {}, defaults_only: true).run.facts) if @plan.looks_back?
        Settling.new(@plan, facts, screen, screen).run.facts
      end

      # The facts an example stands for where no rule writes.
      def plain(example) = @base.assuming(example, @type.formulas, stored: @plan.mode != "create")

      # What the record holds and what stands on the screen, before anything is computed.
      def raw(example)
        kept = example.select { |(kind, _), _| kind == :stored }.to_h { |(_, id), value| [id, value] }
        screen = kept.merge(example.select { |(kind, _), _| kind == :entered }.to_h { |(_, id), value| [id, value] })
        return [{}, screen] if @plan.mode == "create"

        [kept.empty? ? screen : kept, screen]
      end

      # Outcomes of the tests that can happen together: [Hash of vector to [outcomes by index, example], complete].
      # Fields that depend on the same tests share the search.
      def reachable(tests)
        @found[tests] ||= tests.empty? ? [{ [] => [[], {}] }, true] : placed(tests, searched(tests.map { |index| @plan.conditions[index] }))
      end

      def placed(tests, search)
        @values[tests] = search.tried
        [search.found.to_h { |vector, example| [vector, [by_index(tests, vector), example]] }, search.complete]
      end

      # A Possibilities::Search; shared with other plans where nothing that rules write bears on the conditions.
      def searched(conditions)
        return search(conditions) if @plan.value_effects.bear_on?(conditions)

        kind = %w[create edit].include?(@plan.mode) ? @plan.mode : "view"
        @plan.possibilities.fetch(@type, kind, conditions, @base) { search_apart(conditions) }
      end

      # Conditions that have nothing in common are searched one by one.
      def search_apart(conditions)
        groups = conditions.size > 1 ? Independence.groups(conditions, Conditions::Solver::Ground.new(@type, @plan.mode, @base, conditions)) : []
        return search(conditions, written: false) if groups.size < 2

        Independence.combined(conditions.size, groups.map { |places| [places, searched(conditions.values_at(*places))] }, BUDGET)
      end

      # written: false when no rule's writing can make a difference.
      def search(conditions, written: true)
        behind, writes = written ? @plan.value_effects.behind(conditions, @plan) : [conditions, []]
        ground = Conditions::Solver::Ground.new(@type, @plan.mode, @base, behind, writes: writes)
        values = ground.keys.to_h { |key| [key, ground.values(key)] }
        found, tried = try(conditions, values, written)
        complete = found.size >= 2**conditions.size || (tried >= values.values.map(&:size).reduce(1, :*) && ground.keys.all? { |key| ground.complete?(key) } && ground.computed_keys.empty?)
        # The solver knows nothing of what rules write.
        complete = solve(conditions, found) unless complete || written
        Possibilities::Search.new(found, complete, values)
      end

      # Returns [Hash of the conditions' outcomes to the first record that gives them, number of records tried].
      def try(conditions, candidates, written)
        checks = conditions.map(&:compile)
        found = {}
        tried = 0
        each_combination(candidates) do |example|
          tried += 1
          facts = written ? facts(example) : plain(example)
          key = checks.map { |check| check.call(facts) }
          found[key] ||= example
          break if tried >= BUDGET || found.size >= 2**checks.size
        end
        [found, tried]
      end

      # Has the solver decide what was not met by trying; adds what it finds. Returns true when all is decided.
      def solve(conditions, found)
        solver = Conditions::Solver::Satisfy.new(@type, @plan.mode, @base)
        looked = 0
        branches = [[]]
        conditions.size.times do
          branches = branches.flat_map { |vector| [vector + [true], vector + [false]] }.select do |vector|
            next true if found.keys.any? { |known| known.first(vector.size) == vector }
            return false if (looked += 1) > SOLVED

            answer = solver.decide(vector.zip(conditions).map { |outcome, each| outcome ? each : Conditions::Not.new(each) })
            return false if answer.kind == "undecided"

            found[vector] = answer.example if answer.yes? && vector.size == conditions.size
            answer.yes?
          end
        end
        true
      end

      # Outcomes placed where the plan's tests have their indices.
      def by_index(tests, vector)
        tests.zip(vector).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
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
