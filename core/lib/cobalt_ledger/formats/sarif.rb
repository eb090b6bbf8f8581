# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes findings as SARIF 2.1.0 (OASIS), so that any pipeline that reads it can show them.
    module Sarif
      SCHEMA = "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"

      module_function

      # findings: Array of Audit::Finding; places: Hash of rule identifier to its index in the document;
      # path: of the policy's file; undecided: Hash of record type to fields of which not everything could be decided.
      # Returns a Hash.
      def document(findings, places, path, undecided = {})
        uri = uri_of(path)
        { "$schema" => SCHEMA, "version" => "2.1.0",
          "runs" => [{ "tool" => { "driver" => { "name" => "Cobalt Ledger", "rules" => detectors } }, "columnKind" => "unicodeCodePoints",
                       "invocations" => [{ "executionSuccessful" => true, "toolExecutionNotifications" => undecided.map { |type, fields| notification(type, fields) } }],
                       "artifacts" => [{ "location" => { "uri" => uri } }], "results" => findings.map { |finding| result(finding, places, uri) } }] }
      end

      # A path as a URI reference (RFC 3986).
      def uri_of(path) = path.split("/", -1).map { |part| ERB::Util.url_encode(part) }.join("/")

      def detectors
        Audit::Detector.members.map do |name, detector|
          { "id" => name, "name" => name.split("_").map(&:capitalize).join, "shortDescription" => { "text" => detector.title }, "fullDescription" => { "text" => detector.meaning },
            "defaultConfiguration" => { "level" => detector.severity } }
        end
      end

      def notification(type, fields)
        { "level" => "warning", "message" => { "text" => "Not decided for #{Words.list(fields)} of #{type}: more can happen than could be tried." } }
      end

      def result(finding, places, uri)
        { "ruleId" => finding.detector, "level" => finding.severity, "message" => { "text" => [finding.words, finding.winner].compact.join(" ") },
          "partialFingerprints" => { "finding/v1" => finding.identity },
          "locations" => locations(finding, places, uri), "properties" => { "example" => finding.example&.to_h, "remedies" => finding.remedies.map(&:words) }.compact }
      end

      def locations(finding, places, uri)
        named = finding.rules.filter_map { |id| places[id] && "/rules/#{places[id]}" }
        (named.empty? ? ["/record_types"] : named).map do |pointer|
          { "physicalLocation" => { "artifactLocation" => { "uri" => uri, "index" => 0 } }, "logicalLocations" => [{ "fullyQualifiedName" => pointer, "kind" => "object" }] }
        end
      end
      private_class_method :uri_of, :detectors, :notification, :result, :locations
    end
  end
end
