# frozen_string_literal: true

module CobaltLedger
  module Audit
    # What detectors of actions have in common.
    module ActionCases
      private

      # Is an action allowed in some situation of a case?
      def allowed_somewhere?(kase) = kase.situations.any? { |outcomes, _| allowed?(kase, outcomes) }

      def allowed?(kase, outcomes) = kase.result(outcomes).final.permission == Access::Facets::ALLOWED

      # What an action can come to for somebody: [can it be allowed?, was everything decided?]. key: of
      # Catalogue::Action.
      def can(user, unit, mode, key, channel: "form")
        feasible = @survey.engine.feasible(@survey.question(user, unit, mode, channel: channel))
        outcomes, complete = feasible.of(Catalogue::Action.id(key))
        [outcomes.any? { |each| each.decision.allowed? }, complete]
      end
    end
  end
end
