# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Without a record: which states a field can really take under a plan, and when.
    #
    # The solver finds each combination of outcomes of a field's tests that can happen, with the record that shows it:
    # so none is invented, and where something could not be decided, the answer says that it is not complete.
    class Feasibility
      # Tests at most that an example may leave open.
      OPEN = 6

      # decision: FieldDecision; example: Hash of the keys of Operand#reads to typed values; contested: true when rules
      # that apply can give different values at this level.
      Feasible = Struct.new(:decision, :example, :contested, keyword_init: true)

      # base: Conditions::Facts with what is known whatever the record; memory: SearchMemory; free: keys of
      # Operand#reads to be chosen although base knows them.
      def initialize(plan, base, memory, free: [])
        @plan = plan
        @base = base
        @type = plan.record_type
        @searching = Searching.new(@type, plan.mode, base, memory, free: free)
        @found = {}
        @answers = {}
      end

      # Returns [Array of Outcome (one a level, most restrictive first), complete: true or false].
      def of(field_id)
        @answers[field_id] ||= search_field(field_id)
      end

      # What a field's visibility can result in: Integers of Facets, with nil where that could not be decided.
      def sights(field_id)
        outcomes, complete = of(field_id)
        outcomes.map { |outcome| outcome.decision.state.visibility } + (complete ? [] : [nil])
      end

      # May it be covered? What can't be decided may.
      def covers?(field_id) = sights(field_id).any? { |sight| sight.nil? || sight > Access::Facets::SHOWN }

      # When a field has a level, in words; nil when it has it always.
      def condition(field_id, level, directory)
        slot = @plan.slot_of(field_id)
        combinations, = reachable(slot.tests)
        feasible = combinations.keys
        wanted = feasible.select { |vector| slot.decide(combinations[vector][0], @base.hand).level == level }
        conditions = slot.tests.map { |index| @plan.conditions[index] }
        mode = @plan.value_effects.bear_on?(conditions) ? nil : @plan.mode
        WhenSo.words(conditions, feasible, wanted, mode, directory)
      end

      # Was everything about a field decided?
      def complete?(field_id) = reachable(@plan.slot_of(field_id).tests)[1]

      # What can happen to a field's tests: Array of [outcomes by index of the plan's tests, example].
      def combinations(field_id) = reachable(@plan.slot_of(field_id).tests).first.values

      # What some of the plan's tests can result in together: a Conditions::Solver::Situations::Found. tests: their
      # indices.
      def together(tests)
        if tests.empty?
          Conditions::Solver::Situations::Found.new({ [] => {} }, true)
        else
          situations(tests.map { |index| @plan.conditions[index] })
        end
      end

      # The same of any conditions, with what the plan's rules write. conditions: Array of Conditions::Node.
      # A Conditions::Solver::Situations::Found; shared with other plans where nothing that rules write bears on them.
      def situations(conditions)
        @plan.value_effects.bear_on?(conditions) ? search_written(conditions) : @searching.of(conditions)
      end

      # An outcome's example without the values that make no difference to it: those that could be anything.
      def telling_example(field_id, outcome)
        slot = @plan.slot_of(field_id)
        return outcome.example if @plan.value_effects.bear_on?(slot.tests.map { |index| @plan.conditions[index] })

        outcome
          .example
          .keys
          .reduce(outcome.example) do |example, key|
            rest = example.except(key)
            if level_with(slot, rest) == outcome.decision.level && settled_without?(slot, rest, outcome.decision.level)
              rest
            else
              example
            end
          end
      end

      private

      def search_field(field_id)
        slot = @plan.slot_of(field_id)
        combinations, complete = reachable(slot.tests)
        by_level = {}
        combinations.each_value do |outcomes, example|
          decision = slot.decide(outcomes, @base.hand)
          found = (by_level[decision.level] ||= Feasible.new(decision: decision, example: example, contested: false))
          found.contested ||= decision.contested?
        end
        [by_level.values.sort_by { |outcome| Access::State::ORDER.fetch(outcome.decision.level) }, complete]
      end

      def level_with(slot, example)
        slot.decide(@plan.outcomes(facts(example)), @base.hand).level
      end

      # The facts an example stands for, once the rules have done to its values what they do.
      def facts(example)
        facts = plain(example)
        return facts unless @plan.value_effects.writing?

        held, screen = raw(example)
        if @plan.looks_back?
          facts =
            facts.opened_as(
              Settling.new(@plan, facts.with_entered(facts.stored), held, {}, defaults_only: true).run.facts
            )
        end
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

      # Does the level follow from a part of an example, whatever the rest is?
      def settled_without?(slot, example, level)
        partly = Conditions::Solver::PartialAssignment.new(@type, @base, @plan.mode, example)
        seen = slot.tests.map { |index| @plan.conditions[index].compile.call(partly) }
        open = seen.each_index.select { |place| seen[place].nil? }
        return false if open.size > OPEN

        [true, false].repeated_permutation(open.size).all? do |vector|
          told = seen.dup
          open.zip(vector) { |place, outcome| told[place] = outcome }
          slot.decide(by_index(slot.tests, told), @base.hand).level == level
        end
      end

      # Outcomes of the tests that can happen together: [Hash of vector to [outcomes by index, example], complete].
      # Fields that depend on the same tests share the search.
      def reachable(tests)
        @found[tests] ||= if tests.empty?
                            [{ [] => [[], {}] }, true]
                          else
                            placed(tests, situations(tests.map { |index| @plan.conditions[index] }))
                          end
      end

      def placed(tests, search)
        [search.found.to_h { |vector, example| [vector, [by_index(tests, vector), example]] }, search.complete]
      end

      # What rules write is part of what is searched; where that can't be decided, what would happen without it is
      # tried.
      def search_written(conditions)
        found = @searching.in_one(conditions, Writers.new(@plan).bearing_on(conditions, ->(example) { facts(example) }))
        found.complete ? found : tried(conditions, found)
      rescue Conditions::Solver::Unknown
        tried(conditions, Conditions::Solver::Situations::Found.new({}, false))
      end

      # Adds what happens on the records that show all that could be if nothing were written.
      def tried(conditions, found)
        behind, = @plan.value_effects.behind(conditions, @plan)
        checks = conditions.map(&:compile)
        @searching.in_one(behind).found.each_value do |example|
          facts = facts(example)
          found.found[checks.map { |check| check.call(facts) }] ||= example
        end
        found
      end

      # Outcomes placed where the plan's tests have their indices.
      def by_index(tests, vector)
        tests.zip(vector).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
      end
    end
  end
end
