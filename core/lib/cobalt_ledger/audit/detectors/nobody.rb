# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # The audience of a rule is empty, or the rule names someone who is no longer there.
      # Bad: a rule for a group that no one is in. Good: the group has members, or the rule is gone.
      class Nobody < Detector
        known_as "nobody", order: 22
        describes "No audience",
                  severity: "warning",
                  group: "no_effect",
                  meaning: "The rule affects no one: its audience is empty or names something that no longer exists."

        def findings
          @survey
            .rules
            .select { |rule| @survey.matching(rule).zero? || missing(rule).any? }
            .map do |rule|
              gone = missing(rule)
              finding(
                if gone.any?
                  naming(rule, gone)
                else
                  "#{called(rule)} affects no one: #{rule.audience.words(@directory)} has no members."
                end,
                rules: [rule],
                remedies: [switch_off(rule), remove(rule)]
              )
            end
        end

        private

        def naming(rule, gone)
          "#{called(rule)} names #{Words.list(gone.map { |member| "the #{member.kind} “#{member.id}”" })}, which the " \
            "directory does not have."
        end

        def missing(rule) = rule.audience.members.reject { |member| @directory.find(member.kind, member.id) }
      end
    end
  end
end
