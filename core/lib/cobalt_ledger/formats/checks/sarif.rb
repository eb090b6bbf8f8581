# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Checks
      # Expectations that do not hold as SARIF.
      class Sarif < ChecksWriter
        known_as "sarif", order: 4

        LEVELS = { "fails" => "error", "undecided" => "warning", "unaskable" => "error" }.freeze

        include SarifLog

        def write = sarif(rules, unmet.map { |verdict| result(verdict) })

        private

        def rules
          [{ "id" => "expectation", "name" => "Expectation",
             "shortDescription" => { "text" => "An expectation does not hold" },
             "defaultConfiguration" => { "level" => "error" } }]
        end

        def result(verdict)
          index = verdicts.index { |each| each.equal?(verdict) }
          {
            "ruleId" => "expectation", "level" => LEVELS.fetch(verdict.status),
            "message" => { "text" => [verdict.expectation["title"], *verdict.words, *assumed(verdict)].join(": ") },
            "partialFingerprints" => { "expectation/v1" => verdict.expectation["id"] },
            "locations" => [location("/expectations/#{index}")],
            "properties" => { "example" => verdict.example }.compact
          }
        end
      end
    end
  end
end
