# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Findings
      # Findings as JSON, each with a question that `decide` answers alike.
      class Json < FindingsWriter
        known_as "json", order: 2

        def write = CanonicalJson.pretty("findings" => report.findings.map(&:to_h), "undecided" => report.undecided)
      end
    end
  end
end
