# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A window in the past, or a review date gone by.
      # Bad: until 31 March, in April. Good: removed, or given new days.
      class RunOut < Detector
        known_as "run_out", order: 53
        describes "Expired",
                  severity: "note",
                  group: "housekeeping",
                  meaning: "The rule’s time window has ended, or its review date has passed."

        def findings
          @survey.rules.filter_map do |rule|
            next past(rule) if rule.window&.past?(@survey.at)

            if rule.review_by && Date.iso8601(rule.review_by) < @survey.at.to_date
              finding("#{called(rule)} was to be reviewed by #{rule.review_by}.", rules: [rule], facet: "review")
            end
          end
        end

        private

        def past(rule)
          finding(
            "#{called(rule)} ended on #{rule.window.until.strftime('%-d %b %Y')} and no longer applies.",
            rules: [rule], facet: "window", remedies: [remove(rule)]
          )
        end
      end
    end
  end
end
