# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger check: is a policy sound, and does it come to what is expected of it?
    class CheckCommand < Command
      known_as "check", order: 7
      says <<~TEXT
        check           checks a policy, and a directory if given, and prints nothing when they are sound; with
                        expectations, tells which of them hold, and exits with 1 when one does not
          --policy FILE [--directory FILE]
          --expectations FILE  a document of expectations, or a policy that holds some
          --format NAME        #{Formats::ChecksWriter.names.join(', ')} (default: #{Formats::ChecksWriter.names.first})
      TEXT

      # Returns :found when an expectation does not hold, or can't be decided.
      def run
        policy = policy(options["directory"] || options["expectations"] ? directory : nil)
        path = options["expectations"] or return nil
        format = one_of("format", Formats::ChecksWriter.names, Formats::ChecksWriter.names.first)
        report = report(policy, path)
        out.write(Formats::ChecksWriter[format].write(report))
        :found unless report.verdicts.all?(&:holds?)
      end

      private

      def report(policy, path)
        checker = Expectations::Checker.new(Decisions::Engine.new(policy, directory), at: Time.now)
        taken = expected(path).map { |document| timed { checker.check(document) } }
        Formats::ChecksWriter::Report.new(
          verdicts: taken.map(&:first), seconds: taken.map(&:last), path: path, text: text_of(path)
        )
      end

      # [what the block gives, seconds].
      def timed
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        [yield, Process.clock_gettime(Process::CLOCK_MONOTONIC) - began]
      end

      def expected(path)
        return policy_at(path, directory).last["expectations"] || [] if File.directory?(path)

        in_file(path) do |text|
          document = Formats::StrictJson.read(text)
          policy = document.is_a?(Hash) && document["format"] == Formats::PolicyJson::FORMAT
          Formats::Schema.check!(policy ? "policy" : "expectations", document)
          document["expectations"] || []
        end
      end
    end
  end
end
