# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A rule changes no outcome, because others always win.
      # Bad: a rule unlocks the fee for finance, and another locks it for everyone; strictest wins, so the first never
      # does. Good: the lock excepts finance.
      class NeverWins < Detector
        include Influence

        known_as "never_wins", order: 20
        describes "Never wins",
                  severity: "warning",
                  group: "no_effect",
                  by_precedence: true,
                  meaning: "The rule has no effect anywhere, because other rules always override it."

        def findings
          idle.filter_map do |rule, how|
            next unless how == :overruled

            finding(
              "#{called(rule)} never wins: wherever it applies, other rules override it.",
              fields: fields_of(rule), rules: [rule], example: where_it_applies(rule),
              remedies: [switch_off(rule), remove(rule)]
            )
          end
        end
      end
    end
  end
end
