# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Decides some fields of one record after the other where nothing is edited, as a list does: only the rules on those
    # fields are looked at, and of a record only what they depend on is read.
    class Glance
      # fields: Hash of identifier to FieldDecision; values: Hash of identifier to typed value. Both hold the fields
      # asked for.
      class Seen
        attr_reader :fields, :values

        def initialize(fields, values)
          @fields = fields
          @values = values
        end

        # The FieldDecision of a field asked for.
        def [](field_id) = fields[field_id]
      end

      # field_ids: Array of identifiers of fields and actions.
      def initialize(engine, record_type, field_ids)
        @engine = engine
        @type = record_type
        @fields = field_ids.map { |id| record_type.subject(id) }
        @read = {}.compare_by_identity
        # What is covered as on another record takes the whole decision.
        @inherits = @fields.any? do |field|
          [field.id, *record_type.formulas.inputs_of(field.id)].any? { |id| record_type.inherited(id).any? }
        end
      end

      # question: Question about a record, in view or list mode. Returns Seen; the same as of the whole decision.
      # Raises ArgumentError where something could be written.
      def of(question)
        return whole(question) if @inherits

        plan = @engine.plan_for(question, fields: @fields)
        raise ArgumentError, "values are written when #{question.mode} is decided" if plan.value_effects.writing?

        facts = @engine.facts(question, Values.read_all(@type, question.stored.slice(*read_by(plan))))
        facts = facts.opened_as(facts) if plan.looks_back?
        outcomes = plan.outcomes(facts)
        Seen.new(plan.decide(facts, outcomes).merge(plan.decide_actions(facts, outcomes)), facts.entered)
      end

      # What of a record the answer to a question depends on, whatever it shows: Array of identifiers of fields, with
      # :locked where it is asked whether the record is locked by hand; nil where it depends on nothing of it.
      def reads(question)
        plan = @engine.plan_for(question, fields: @fields)
        # Of all conditions only those that bear on what was asked for.
        telling = @fields.flat_map { |field| plan.slot_of(field.id).tests }.uniq.map { |test| plan.conditions[test] }
        return nil if telling.empty?

        flag = telling.any? { |each| each.reads.include?([:locked]) }
        ValueEffects.fields_read(telling, @type) + (flag ? [:locked] : [])
      end

      private

      def whole(question)
        decision = @engine.decide(question)
        Seen.new(decision.everything.merge(decision.fields), decision.values)
      end

      # Identifiers of the fields that the plan, or what is shown, depends on.
      def read_by(plan)
        @read[plan] ||= begin
          shown = @fields.map(&:id).select { |id| @type.field(id) }
          inputs = shown.flat_map { |id| @type.formulas.inputs_of(id) }
          (shown + inputs + ValueEffects.fields_read(plan.conditions, @type)).uniq.freeze
        end
      end
    end
  end
end
