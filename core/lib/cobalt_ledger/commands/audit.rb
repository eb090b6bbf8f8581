# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger audit: what the audit proves of a policy, for people, programs or a pipeline.
    class Audit
      # Rules that one process audits by itself; more are shared among as many as there are processors.
      ALONE = 200

      FORMATS = %w[text json sarif].freeze

      # engine: Decisions::Engine; rules: Array of rule documents; file: name of the policy file.
      def initialize(engine, rules, file, at: Time.now)
        @engine = engine
        @rules = rules
        @file = file
        run = CobaltLedger::Audit::Run.new(engine, rules, at: at)
        @findings = rules.size > ALONE ? run.findings_in_parallel(Etc.nprocessors) : run.findings
        @undecided = run.undecided.reject { |_, fields| fields.empty? }
      end

      # format: one of FORMATS; severity: the least severity that is shown. Returns [String, true when anything is shown].
      def report(format, severity)
        least = CobaltLedger::Audit::Detector::SEVERITIES.index(severity)
        shown = @findings.select { |finding| CobaltLedger::Audit::Detector::SEVERITIES.index(finding.severity) >= least }
        [send(format, shown), shown.any?]
      end

      private

      def text(shown)
        return "Nothing found.\n#{undecided}" if shown.empty?

        (undecided + shown.map do |finding|
          lines = ["#{finding.severity}: #{CobaltLedger::Audit::Detector[finding.detector].title} (#{finding.record_type})", "  #{finding.words}"]
          lines << "  #{finding.winner}" if finding.winner
          lines << "  as when #{finding.example.lines.map { |line| "#{line['name']} is #{line['words']}" }.join(', ')}" if finding.example&.lines&.any?
          lines.concat(finding.remedies.map { |remedy| "  could be mended: #{remedy.words}" })
          lines.join("\n")
        end.join("\n\n")) << "\n"
      end

      # What could not be decided, said before what was found: there may be more than that.
      def undecided
        @undecided.map { |type, fields| "not decided: #{Words.list(fields)} (#{type}), more can happen than could be tried\n" }.join.then { |text| text.empty? ? text : "#{text}\n" }
      end

      def json(shown) = pretty("findings" => shown.map(&:to_h), "undecided" => @undecided)
      def sarif(shown) = pretty(Formats::Sarif.document(shown, @rules.each_with_index.to_h { |rule, index| [rule["id"], index] }, @file, @undecided))
      def pretty(document) = "#{JSON.pretty_generate(Formats::CanonicalJson.plain(document))}\n"
    end
  end
end
