# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Covered values may be revealed to somebody who is nobody in particular.
      # Bad: a rule allows everyone to reveal. Good: it is allowed to the few who may have to.
      class RevealedToEveryone < Detector
        include ActionCases

        known_as "revealed_to_everyone", order: 43
        describes "Revealed to everyone",
                  severity: "error",
                  group: "exposed",
                  meaning: "Somebody who is nobody in particular may have covered values revealed."

        def findings
          reveal = @type.action("reveal")
          return [] unless spoken_of?(reveal)

          open = @survey.units.product(reveal.modes).find { |unit, mode| possible?(unit, mode) } or return []
          rules = @survey.rules_on(reveal).select { |rule| rule.audience.everyone? && allows?(rule, reveal) }
          question = @survey.question(anyone, *open)
          [
            finding(
              "Everyone may have covered values of #{Words.indefinite(@type.noun)} revealed.",
              fields: [reveal], rules: rules,
              example: Evidence.of(question, @survey.engine.decide(question).actions, [reveal]),
              remedies: rules.map { |rule| switch_off(rule) }
            )
          ]
        end

        private

        def possible?(unit, mode)
          question = Decisions::Question.new(
            principals: @directory.bare(:everyone), record_type: @type, unit: unit, mode: mode, at: @survey.at
          )
          outcomes, = @survey.engine.feasible(question).of(Catalogue::Action.id("reveal"))
          outcomes.any? { |each| each.decision.allowed? }
        end

        def allows?(rule, reveal) = gives?(rule, reveal, :permission, Access::Facets::ALLOWED)

        # Somebody of the directory to show it with.
        def anyone = @directory.users.min_by { |each| each.roles.size + each.groups.size }
      end
    end
  end
end
