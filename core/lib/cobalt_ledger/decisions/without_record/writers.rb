# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What the rules of a plan write, for the solver.
    class Writers
      # Tests of a field of which all combinations are gone through, to tell when it is hidden.
      TESTS = 8

      # plan: Plan.
      def initialize(plan)
        @plan = plan
        @effects = plan.value_effects
      end

      # A Conditions::Solver::Writing, or nil where nothing that is written bears on some conditions. settle: lambda
      # from an example to Facts. Raises Conditions::Solver::Unknown for what is too much to go through.
      def bearing_on(conditions, settle)
        return nil unless @effects.bear_on?(conditions)

        behind, writes = @effects.behind(conditions, @plan)
        if @plan.mode == "create" && behind.any?(&:looks_back?) && @effects.writing.any? { |action| default?(action) }
          raise Conditions::Solver::Unknown, "values that a new record begins with"
        end

        read = ValueEffects.fields_read(behind + writes.map(&:last), @plan.record_type)
        actions = (@effects.clearing + @effects.writing).select { |action| read.include?(action.field.id) }
        Conditions::Solver::Writing.new(actions.map { |action| writer(action) }, settle)
      end

      private

      def writer(action)
        effect = action.effect
        Conditions::Solver::Writing::Writer.new(
          field: action.field,
          guard: action.test && @plan.conditions[action.test],
          covered: effect.clears? ? hidden_ways(action.field) : nil,
          source: effect.is_a?(Rules::ValueEffect) ? effect.source : nil,
          default: default?(action)
        )
      end

      def default?(action) = action.effect.is_a?(Rules::Effects::Default)

      # Outcomes of a field's tests under which it is hidden: Array of Hash of condition to outcome.
      def hidden_ways(field)
        slot = @plan.slot_of(field.id)
        raise Conditions::Solver::Unknown, "when #{field.name} is hidden" if slot.tests.size > TESTS

        [true, false].repeated_permutation(slot.tests.size).filter_map do |vector|
          outcomes = slot.tests.zip(vector).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
          slot.tests.map { |index| @plan.conditions[index] }.zip(vector).to_h if slot.decide(outcomes).hidden?
        end
      end
    end
  end
end
