# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # An action that the policy speaks of, and that no one may ever do.
      # Bad: unlocking is allowed to a role that only people have who may not open the record. Good: someone may, or a
      # guardrail says to everyone that it is not done.
      class UnusedAction < Detector
        include ActionCases

        known_as "unused_action", order: 26
        describes "No one can",
                  severity: "warning",
                  group: "stuck",
                  meaning: "The policy mentions or depends on an action that no one is allowed to do."

        def findings
          @type.actions.select { |action| expected?(action) && !meant?(action) }.filter_map do |action|
            cases = @survey.cases(action).to_a
            allowed = cases.any? { |kase| allowed_somewhere?(kase) }
            next if allowed || cases.empty?
            next @survey.unsure(action) && nil unless cases.all?(&:complete?)

            tell(action, cases.first)
          end
        end

        private

        # One that is spoken of; and unlocking where something locks.
        def expected?(action) = spoken_of?(action) || (action.key == "unlock" && locked?)

        def locked? = @type.whole.stages.any? || @survey.rules_on(@type.whole).any? { |rule| locks?(rule) }

        # Is it plainly said to everyone that it is not done?
        def meant?(action)
          @survey.rules_on(action).any? do |rule|
            rule.guardrail? && rule.audience.everyone? && rule.audience.except.empty? && rule.condition.nil? &&
              rule.holding_on(action).any? { |each| each.gives.permission == Access::Facets::DENIED }
          end
        end

        def tell(action, kase)
          rules = @survey.rules_on(action)
          finding(
            "No one can #{action.words} #{Words.indefinite(@type.noun)}.",
            fields: [action], rules: rules, example: @survey.example(kase, kase.situations.first&.last || {}),
            remedies: rules.map { |rule| switch_off(rule) }
          )
        end
      end
    end
  end
end
