# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Findings
      # Findings as SARIF.
      class Sarif < FindingsWriter
        known_as "sarif", order: 3

        include SarifLog

        def write = sarif(detectors, report.findings.map { |finding| result(finding) }, notifications)

        private

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
          (named.empty? ? ["/record_types"] : named).map { |pointer| location(pointer) }
        end
      end
    end
  end
end
