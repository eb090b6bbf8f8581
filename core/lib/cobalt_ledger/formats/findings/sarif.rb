# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Findings
      # Findings as SARIF 2.1.0 (OASIS), so that any pipeline that reads it can show them.
      class Sarif < FindingsWriter
        known_as "sarif", order: 3

        SCHEMA = "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"

        def write = CanonicalJson.pretty(document)

        private

        def document
          {
            "$schema" => SCHEMA,
            "version" => "2.1.0",
            "runs" => [
              {
                "tool" => {
                  "driver" => {
                    "name" => "Cobalt Ledger", "rules" => detectors
                  }
                },
                "columnKind" => "unicodeCodePoints",
                "invocations" => [{ "executionSuccessful" => true, "toolExecutionNotifications" => notifications }],
                "artifacts" => [{ "location" => { "uri" => uri } }],
                "results" => report.findings.map { |finding| result(finding) }
              }
            ]
          }
        end

        # The path as a URI reference (RFC 3986).
        def uri = @uri ||= report.path.split("/", -1).map { |part| ERB::Util.url_encode(part) }.join("/")

        def detectors
          Audit::Detector.members.map do |name, detector|
            {
              "id" => name,
              "name" => name.split("_").map(&:capitalize).join,
              "shortDescription" => {
                "text" => detector.title
              },
              "fullDescription" => {
                "text" => detector.meaning
              },
              "defaultConfiguration" => {
                "level" => detector.severity
              }
            }
          end
        end

        def notifications
          report.undecided.map do |type, fields|
            {
              "level" => "warning",
              "message" => {
                "text" => "Not decided for #{Words.list(fields)} of #{type}: more can happen than could be tried."
              }
            }
          end
        end

        def result(finding)
          {
            "ruleId" => finding.detector,
            "level" => finding.severity,
            "message" => {
              "text" => [finding.words, finding.winner].compact.join(" ")
            },
            "partialFingerprints" => {
              "finding/v1" => finding.identity
            },
            "locations" => locations(finding),
            "properties" => { "example" => finding.example&.to_h, "remedies" => finding.remedies.map(&:words) }.compact
          }
        end

        def locations(finding)
          named = finding.rules.filter_map { |id| report.places[id] && "/rules/#{report.places[id]}" }
          (named.empty? ? ["/record_types"] : named).map do |pointer|
            { "physicalLocation" => { "artifactLocation" => { "uri" => uri, "index" => 0 } },
              "logicalLocations" => [{ "fullyQualifiedName" => pointer, "kind" => "object" }] }
          end
        end
      end
    end
  end
end
