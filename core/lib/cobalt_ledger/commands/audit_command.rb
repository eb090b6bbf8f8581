# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger audit: what the audit proves of a policy, for people, programs or a pipeline.
    class AuditCommand < Command
      # Rules that one process audits by itself; more are shared among as many as there are processors.
      ALONE = 200

      known_as "audit", order: 3
      says <<~TEXT
        audit           proves how the rules of a policy resolve, and prints what it finds
          --policy FILE --directory FILE
          --format NAME      #{Formats::FindingsWriter.names.join(', ')} (default: #{Formats::FindingsWriter.names.first})
          --severity LEVEL   note (default), warning or error: what is below is left out
      TEXT

      # Returns :found when anything is shown.
      def run
        path = needed("policy")
        policy, document = policy_at(path, directory)
        writer =
          Formats::FindingsWriter[one_of("format", Formats::FindingsWriter.names, Formats::FindingsWriter.names.first)]
        least = Audit::Detector::SEVERITIES.index(one_of("severity", Audit::Detector::SEVERITIES, "note"))
        report = report(policy, document["rules"], path, least)
        out.write(writer.write(report))
        report.findings.any? ? :found : nil
      end

      private

      def report(policy, rules, path, least)
        run = Audit::Run.new(Decisions::Engine.new(policy, directory), rules, at: Time.now)
        found = rules.size > ALONE ? run.findings_in_parallel(Etc.nprocessors) : run.findings
        Formats::FindingsWriter::Report.new(
          findings: found.select { |finding| Audit::Detector::SEVERITIES.index(finding.severity) >= least },
          undecided: run.undecided.reject { |_, fields| fields.empty? },
          places: rules.each_with_index.to_h { |rule, index| [rule["id"], index] }, path: path, text: text_of(path)
        )
      end
    end
  end
end
