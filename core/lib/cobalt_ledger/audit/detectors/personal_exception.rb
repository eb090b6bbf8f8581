# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A rule for one named person, with no end.
      # Bad: for Ilka Fenn. Good: for couriers; or for Ilka Fenn until 31 March.
      class PersonalException < Detector
        known_as "personal_exception", order: 52
        describes "Personal exception",
                  severity: "note",
                  group: "housekeeping",
                  meaning: "The rule names a person and never ends."

        def findings
          @survey.rules.filter_map do |rule|
            # A program is named because there is only the one.
            people = rule.audience.members.select do |member|
              member.kind == :user && !@directory.find(:user, member.id)&.program?
            end
            next if people.empty? || rule.window&.until

            finding(
              "#{called(rule)} names #{Words.list(people.map { |member| @directory.name_of(:user, member.id) })} and " \
              "has no end date.",
              fields: [], rules: [rule], remedies: [ended(rule), switch_off(rule)]
            )
          end
        end

        private

        def ended(rule)
          change(rule, "End #{called(rule)} in 90 days") do |document|
            document.merge("window" => (document["window"] || {}).merge("until" => (@survey.at.to_date + 90).iso8601))
          end
        end
      end
    end
  end
end
