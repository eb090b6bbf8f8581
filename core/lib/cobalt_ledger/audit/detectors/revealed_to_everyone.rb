# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Covered values may be revealed to someone with no role, group or department.
      # Bad: a rule allows everyone to reveal. Good: it is allowed to the few who may have to.
      class RevealedToEveryone < Detector
        include ActionCases

        known_as "revealed_to_everyone", order: 43
        describes "Revealed to everyone",
                  severity: "error",
                  group: "exposed",
                  meaning: "Someone with no role, group or department can reveal masked values."

        def findings
          reveal = @type.action("reveal")
          return [] unless spoken_of?(reveal)

          found = seek(reveal, { reveal => lambda(&:allowed?) }, @survey.crowds.newcomer, modes: reveal.modes)
          found ? [tell(reveal, found)] : []
        end

        private

        def tell(reveal, found)
          rules = @survey.rules_on(reveal).select do |rule|
            rule.audience.match?(found.question.principals) && allows?(rule, reveal)
          end
          finding(
            "Someone with no role, group or department can reveal masked values of " \
            "#{Words.indefinite(@type.noun)}#{Where.of(found, @survey)}.",
            fields: [reveal], rules: rules,
            example: Evidence.of(found.question, found.decisions, [reveal], found.lines),
            remedies: rules.map { |rule| switch_off(rule) }
          )
        end

        def allows?(rule, reveal) = gives?(rule, reveal, :permission, Access::Facets::ALLOWED)
      end
    end
  end
end
