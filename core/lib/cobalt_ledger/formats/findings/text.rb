# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Findings
      # Findings as lines for people.
      class Text < FindingsWriter
        known_as "text", order: 1

        def write
          return "Nothing found.\n#{undecided}" if report.findings.empty?

          "#{undecided}#{report.findings.map { |finding| lines(finding).join("\n") }.join("\n\n")}\n"
        end

        private

        def lines(finding)
          detector = Audit::Detector[finding.detector]
          ["#{finding.severity}: #{detector.title} (#{finding.record_type})", "  #{finding.words}",
           *finding.winner&.then { |winner| "  #{winner}" }, *example(finding.example),
           *finding.remedies.map { |remedy| "  possible fix: #{remedy.words}" }]
        end

        def example(example)
          return [] unless example&.lines&.any?

          ["  for example when #{example.lines.map { |line| "#{line['name']} is #{line['words']}" }.join(', ')}"]
        end

        # What could not be decided, said before what was found: there may be more than that.
        def undecided
          told =
            report.undecided.map do |type, fields|
              "undecided: #{Words.list(fields)} (#{type}): not every case could be tried\n"
            end
          told.empty? ? "" : "#{told.join}\n"
        end
      end
    end
  end
end
