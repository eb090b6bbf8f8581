# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Checks
      # Expectations that do not hold as SARIF 2.1.0 (OASIS).
      class Sarif < ChecksWriter
        known_as "sarif", order: 4

        LEVELS = { "fails" => "error", "undecided" => "warning", "unaskable" => "error" }.freeze

        def write
          CanonicalJson.pretty(
            "$schema" => Findings::Sarif::SCHEMA, "version" => "2.1.0",
            "runs" => [
              { "tool" => { "driver" => { "name" => "Cobalt Ledger", "rules" => rules } },
                "columnKind" => "unicodeCodePoints", "invocations" => [{ "executionSuccessful" => true }],
                "artifacts" => [{ "location" => { "uri" => uri } }],
                "results" => unmet.map { |verdict| result(verdict) } }
            ]
          )
        end

        private

        # The path as a URI reference (RFC 3986).
        def uri = @uri ||= report.path.split("/", -1).map { |part| ERB::Util.url_encode(part) }.join("/")

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
            "locations" => [
              { "physicalLocation" => { "artifactLocation" => { "uri" => uri, "index" => 0 } },
                "logicalLocations" => [{ "fullyQualifiedName" => "/expectations/#{index}", "kind" => "object" }] }
            ],
            "properties" => { "example" => verdict.example }.compact
          }
        end
      end
    end
  end
end
