# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The answer to a question. Immutable.
    class Decision
      # A value a rule offers. field: Catalogue::Field; value: typed value; contribution: Rules::Contribution; note:
      # what the rule says beside the value, or nil.
      Offer =
        Struct.new(:field, :value, :contribution, :note) do
          # Names this offer, so that one that was dismissed stays so until the rule or the value changes.
          def key
            Digest::SHA256.hexdigest([contribution.id, contribution.otherwise?, field.id, field.dump(value)].inspect)[
              0, 20
            ]
          end
        end

      # A reason a rule gives for refusing the save. field: Catalogue::Field, or nil when it is told above the form.
      Objection = Struct.new(:field, :message, :contribution, :in_doubt)

      attr_reader :question, :plan, :outcomes, :fields, :reasoning, :settled, :raw, :offers, :objections,
                  :covered

      # plan: Plan it was decided by; outcomes: Array of true, false or nil by test of the plan; settled:
      # Settling::Settled; raw: typed values before anything was computed or written by rules; fields: Hash of
      # identifier to FieldDecision; reasoning: Hash of identifier to Account, or nil; covered: Hash of identifier to
      # Access::Result of the fields that are covered as on a record referred to.
      def initialize(
        question, plan, outcomes, settled, raw, fields, offers: [], objections: [], reasoning: nil, covered: {}
      )
        @question = question
        @plan = plan
        @outcomes = outcomes
        @settled = settled
        @raw = raw
        @fields = fields
        @offers = offers
        @objections = objections
        @reasoning = reasoning
        @covered = covered
        freeze
      end

      # What was decided of the actions: Hash of identifier to FieldDecision.
      def actions = plan.decide_actions(settled.facts, outcomes)

      # Those that are asked for in the mode: Array of FieldDecision.
      def actions_asked = actions.values.select { |each| each.field.asked_in?(question.mode) }

      # Of all: fields, actions and the whole record.
      def everything = plan.decide_all(settled.facts, outcomes)

      # What was decided of an action. key: one of Catalogue::Action::KINDS. A FieldDecision.
      def action(key) = plan.slot_of(Catalogue::Action.id(key)).decide(outcomes, settled.facts.hand)

      # What was decided of the record as a whole: a FieldDecision, open or not.
      def whole = plan.whole.decide(outcomes, settled.facts.hand)

      # The FieldDecision of a field, by identifier.
      def [](field_id) = fields[field_id]

      # The result of the stages for a field, with who gave each facet: an Access::Result.
      def result(field_id) = @covered[field_id] || plan.slot_of(field_id).result(outcomes, hand: settled.facts.hand)

      # Hash of identifier to typed value: what was judged.
      def values = settled.facts.entered

      # Rules that feed each other without end: Array of Rules::Contribution, empty when the form settles.
      def loop = settled.loop

      # The value typed by hand that a rule or a formula has put aside, or nil. It is kept and comes back.
      def aside(field_id)
        typed = raw[field_id]
        typed.nil? || typed == values[field_id] ? nil : typed
      end

      # Identifiers of the fields that are hidden and cleared so that what was typed does not come back.
      def cleared_at_once
        plan.value_effects.clearing.filter_map do |action|
          id = action.field.id
          id if action.effect.at_once? && action.outcome(outcomes) && fields[id].hidden?
        end.uniq
      end

      # JSON values as the person may have them: hidden ones absent, masked ones masked.
      def disclosed
        fields.each_with_object({}) do |(id, field), shown|
          field.disclose(values[id]).each { |value| shown[id] = value }
        end
      end
    end
  end
end
