# frozen_string_literal: true

module CobaltLedger
  module Audit
    # What detectors of actions have in common.
    module ActionCases
      private

      # Does a rule or a baseline speak of an action?
      def spoken_of?(action) = @survey.rules_on(action).any? || begins_otherwise?(action)

      # Does it begin as a baseline has it, or the record type?
      def begins_otherwise?(action)
        !action.baseline.nil? || @policy.baselines_of(@type.id).any? { |each| each.states[action.id] }
      end

      # Does some line of a rule give a facet of a subject that value? facet: one of Access::Facets::ALL.
      def gives?(rule, subject, facet, value)
        rule.contributions_on(subject).any? { |each| each.gives.facet(facet) == value }
      end

      # Does a rule lock the record as a whole?
      def locks?(rule) = gives?(rule, @type.whole, :entry, Access::Facets::LOCKED)

      # Is an action allowed in some situation of a case?
      def allowed_somewhere?(kase) = kase.situations.any? { |outcomes, _| allowed?(kase, outcomes) }

      def allowed?(kase, outcomes) = kase.result(outcomes).final.permission == Access::Facets::ALLOWED

      # What an action can result in for someone: [can it be allowed?, was everything decided?]. key: of
      # Catalogue::Action.
      def can(user, unit, mode, key, channel: "form")
        feasible = @survey.engine.feasible(@survey.question(user, unit, mode, channel: channel))
        outcomes, complete = feasible.of(Catalogue::Action.id(key))
        [outcomes.any? { |each| each.decision.allowed? }, complete]
      end
    end
  end
end
