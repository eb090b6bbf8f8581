# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # All that is known of a decision before the record is: which baselines and rules remain for one kind of
    # person, unit, mode and channel. Built once, then used for every record.
    class Plan
      attr_reader :record_type, :slots, :conditions, :mode

      # rules: Rules::Rule that match audience and reach, in the policy's order; units_above: Array of identifiers.
      def initialize(policy, record_type, rules, units_above, mode)
        @policy = policy
        @record_type = record_type
        @mode = mode
        @conditions = []
        @index_of = {}
        precedence = PrecedenceMethod[policy.precedence]
        baselines = baseline_entries(units_above)
        placed = rules.to_h { |rule| [rule, Slot::Entry.new(rule, rule.gives, test_index(rule.condition))] }.compare_by_identity
        @slots = record_type.fields.map { |field| slot(field, precedence, baselines, placed) }
        @tests = @conditions.map(&:compile)
        @conditions.freeze
        @standings = {}.compare_by_identity
        @slots_by_id = @slots.to_h { |each| [each.field.id, each] }
      end

      def slot_of(field_id) = @slots_by_id[field_id]

      # People whose standing is remembered at once.
      STANDINGS = 64

      # A table, by rule, for what reasoning has to say of it to one person whatever the record is.
      def standing_of(principals)
        @standings = {}.compare_by_identity if @standings.size >= STANDINGS
        @standings[principals] ||= {}.compare_by_identity
      end

      # What can happen under the plan whatever the record, searched once: an Outcomes.
      def possible = @possible ||= Outcomes.new(self)

      # values: Hash of identifier to typed value. Returns Array of true, false or nil by test.
      def outcomes(values)
        @tests.map { |test| test.call(values) }
      end

      # Returns a Hash of field identifier to FieldDecision.
      def decide(values)
        seen = outcomes(values)
        decided = {}
        @slots.each { |slot| decided[slot.field.id] = slot.decide(seen) }
        decided
      end

      private

      def slot(field, precedence, baselines, placed)
        stages = Stages.new(field, mode, precedence, @policy.label(field.label).start)
        entries = @policy.rules_on(field, record_type.id).filter_map { |rule| placed[rule] }
        rules, guardrails = entries.partition { |entry| !entry.source.guardrail? }
        Slot.new(field, stages, (baselines[field.id] || []) + own_baseline(field), rules, guardrails)
      end

      def own_baseline(field)
        field.baseline ? [Slot::Entry.new(field, State.from(field.baseline), nil)] : []
      end

      # Hash of field identifier to entries.
      def baseline_entries(units_above)
        @policy.baselines_of(record_type.id).each_with_object({}) do |baseline, found|
          test = nil
          unless baseline.units.intersect?(units_above)
            next if baseline.categories.empty?

            test = test_index(category_condition(baseline))
          end
          baseline.states.each { |id, state| (found[id] ||= []) << Slot::Entry.new(baseline, state, test) }
        end
      end

      def category_condition(baseline)
        field = record_type.field(record_type.category_field)
        items = baseline.categories.map { |id| Conditions::Operands::Literal.new(id, field) }
        Conditions::Comparison.new("one_of", Conditions::Operands::Entered.new(field.id), Conditions::Operands::Literals.new(items))
      end

      # Equal conditions are tested once, however many rules carry them.
      def test_index(condition)
        return nil if condition.nil?

        @index_of[condition.to_h] ||= begin
          @conditions << condition
          @conditions.size - 1
        end
      end
    end
  end
end
