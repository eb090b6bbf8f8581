# frozen_string_literal: true

module CobaltLedger
  module Formats
    # The log around results that are written as SARIF 2.1.0 (OASIS), so that any pipeline that reads it can show them.
    # For writers whose report has a path.
    module SarifLog
      SCHEMA = "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"

      private

      # rules, results: as SARIF has them; notifications: of what went otherwise than it should while they were found.
      # Returns a String.
      def sarif(rules, results, notifications = nil)
        invocation = { "executionSuccessful" => true, "toolExecutionNotifications" => notifications }.compact
        CanonicalJson.pretty(
          "$schema" => SCHEMA, "version" => "2.1.0",
          "runs" => [
            { "tool" => { "driver" => { "name" => "Cobalt Ledger", "rules" => rules } },
              "columnKind" => "unicodeCodePoints", "invocations" => [invocation],
              "artifacts" => [{ "location" => { "uri" => uri } }], "results" => results }
          ]
        )
      end

      # Where a result stands in the one file, with its lines where the text of it is at hand. pointer: JSON Pointer.
      def location(pointer)
        region = places_in_text&.[](pointer)&.to_h
        { "physicalLocation" => { "artifactLocation" => { "uri" => uri, "index" => 0 }, "region" => region }.compact,
          "logicalLocations" => [{ "fullyQualifiedName" => pointer, "kind" => "object" }] }
      end

      def places_in_text = report.text && (@places_in_text ||= JsonPlaces.new(report.text))

      # The path as a URI reference (RFC 3986).
      def uri = @uri ||= report.path.split("/", -1).map { |part| ERB::Util.url_encode(part) }.join("/")
    end
  end
end
