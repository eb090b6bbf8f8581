# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What the rules of a plan do to values: the writing ones (default, set, clear, hide and clear), the suggestions
    # and the refusals. Nothing is written where nothing is edited.
    class ValueEffects
      # One effect on one field. test: index of the plan's test, nil when it always applies;
      # reader: lambda from Facts to a value, nil for effects without one.
      Action = Struct.new(:contribution, :effect, :field, :test, :reader) do
        # outcomes: Array by test. true, false, or nil when it can't be decided.
        def outcome(outcomes) = test.nil? || outcomes[test]
      end

      WRITING = { "create" => %w[default set clear], "edit" => %w[set clear] }.freeze

      attr_reader :writing, :clearing, :offering, :refusing

      # rules: Array of Rules::Rule. The block gives the index of a test.
      def initialize(rules, record_type, mode, &test_index)
        @record_type = record_type
        actions = WRITING.key?(mode) ? rules.flat_map { |rule| actions_of(rule, &test_index) } : []
        # Guardrails first, then by rank: the first to write a field wins.
        actions.sort_by! { |action| [action.contribution.guardrail? ? 0 : 1, *action.contribution.place] }
        @writing =
          actions.select { |action| (WRITING[mode] || []).include?(action.effect.class.registered_name) }.freeze
        @clearing = actions.select { |action| action.effect.clears? }.freeze
        @offering = actions.select { |action| action.effect.is_a?(Rules::Effects::Suggest) }.freeze
        @refusing = actions.select { |action| action.effect.is_a?(Rules::Effects::Refuse) }.freeze
        freeze
      end

      # Identifiers of the fields that something reads, with those that computed ones among them are calculated from.
      # readers: Array of Conditions::Node or Operand.
      def self.fields_read(readers, record_type)
        ids = readers.flat_map(&:reads).filter_map do |kind, id|
          id if %i[entered stored related opened].include?(kind)
        end.uniq
        ids | ids.flat_map { |id| record_type.formulas.inputs_of(id) }
      end

      # Does anything change values by itself?
      def writing? = @writing.any? || @clearing.any?

      # Identifiers of the fields that may be written.
      def written = (writing + clearing).map { |action| action.field.id }.uniq

      # Can what rules write make a difference to conditions? conditions: Array of Conditions::Node.
      def bear_on?(conditions) = writing? && read_by(conditions).intersect?(written)

      # What else can decide the outcome of some conditions, because rules write fields that they read:
      # [Array of Conditions::Node with the given ones first, Array of [field identifier, Conditions::Operand] written].
      def behind(conditions, plan)
        found = conditions.dup
        writes = []
        (writing + clearing).size.times do
          read = read_by(found + writes.map(&:last))
          before = [found.size, writes.size]
          (writing + clearing).select { |action| read.include?(action.field.id) }.each do |action|
            writes |= [[action.field.id, action.effect.source]] if action.effect.is_a?(Rules::ValueEffect)
            found |= told_by(action, plan)
          end
          break if before == [found.size, writes.size]
        end
        [found, writes]
      end

      private

      # Conditions that tell whether an action happens: Array of Conditions::Node.
      def told_by(action, plan)
        tests = action.effect.clears? ? plan.slot_of(action.field.id).tests : [action.test].compact
        tests.map { |index| plan.conditions[index] }
      end

      def read_by(readers) = ValueEffects.fields_read(readers, @record_type)

      def actions_of(rule)
        rule.contributions.flat_map do |contribution|
          effects = contribution.values + contribution.effects.select(&:clears?)
          next [] if effects.empty?

          test = yield(contribution.test)
          targets = @record_type.fields.select { |field| contribution.targets?(field) }
          effects.flat_map do |effect|
            targets.map { |field| Action.new(contribution, effect, field, test, reader(effect, field)).freeze }
          end
        end
      end

      # Reads the effect's value as one of the field's own kind.
      def reader(effect, field)
        return nil unless effect.is_a?(Rules::ValueEffect)

        read = effect.source.reader
        source = effect.source.subject
        lambda do |facts|
          value = read.call(facts)
          value.nil? || value.is_a?(Conditions::Unreadable) ? value : Values.read(field, source.dump(value))
        end
      end
    end
  end
end
