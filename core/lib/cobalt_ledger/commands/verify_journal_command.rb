# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger verify-journal: has the journal been tampered with?
    class VerifyJournalCommand < Command
      known_as "verify-journal", order: 20
      says <<~TEXT
        verify-journal  tells whether each entry of the journal is what it was when it was written, and names the first
                        that was changed, taken out or put in; exits with 1 when there is one
          --database FILE    database of the application, which may be in use
          --seen NUMBER:DIGEST  an entry as this command has printed it before: tells whether it still is that one, so
                             that a journal whose end was taken off is found out
      TEXT

      # Returns :found where something does not fit.
      def run
        report = Journal::DatabaseReader.new(needed("database")).verify(seen)
        broken = report.broken
        return found(broken) if broken

        count = Words.count(report.total, "entry", "entries")
        out.puts("#{count}, from #{report.begins}: each is what it was when it was written.")
        out.puts("Last: #{report.begins + report.total - 1}:#{report.head}")
        back(report.back) if report.back.any?
        nil
      end

      private

      def found(broken)
        out.puts("entry #{broken.id}: #{broken.words}")
        :found
      end

      def back(numbers)
        count = Words.count(numbers.size, "entry", "entries")
        out.puts("The clock was set back before #{count}: #{Words.list(numbers.first(10).map(&:to_s))}.")
      end

      def seen
        text = options["seen"] or return {}
        match = text.match(/\A([1-9]\d{0,12}):(\h{64})\z/) or
          raise BadInput.at("--seen", "must be like 120:9f86d0…, as this command prints it")
        { match[1].to_i => match[2].downcase }
      end
    end
  end
end
