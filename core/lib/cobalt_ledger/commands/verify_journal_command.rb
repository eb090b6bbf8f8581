# frozen_string_literal: true

require "openssl"

module CobaltLedger
  module Commands
    # bin/ledger verify-journal: has the journal been tampered with?
    class VerifyJournalCommand < Command
      known_as "verify-journal", order: 20
      says <<~TEXT
        verify-journal  checks that no entry of the journal was changed, removed or added since it was written, and names
                        the first that was; exits with 1 when there is one
          --database FILE    database of the application, which may be in use
          --seen NUMBER:DIGEST  an entry as this command printed it earlier: checks that it is still the same, to detect
                             a journal whose last entries were removed
          --key FILE         key of the seals (PEM; its public part is enough); default: what
                             COBALT_JOURNAL_KEY names, else the file beside the database
      TEXT

      # Returns :found where something does not fit.
      def run
        reader = Journal::DatabaseReader.new(needed("database"))
        report = reader.verify(seen)
        return found("entry #{report.broken.id}: #{report.broken.words}") if report.broken

        amiss = reader.untold_edition || false_seal(report)
        return found(amiss) if amiss

        sound(report)
      end

      private

      def sound(report)
        count = Words.count(report.total, "entry", "entries")
        out.puts("#{count}, from #{report.begins}: none was changed after it was written.")
        out.puts("Last: #{report.begins + report.total - 1}:#{report.head}")
        back(report.back) if report.back.any?
        out.puts(unproved(report))
        nil
      end

      def found(words)
        out.puts(words)
        :found
      end

      # A seal that the key did not make, in words; nil where there is none.
      def false_seal(report)
        bad = key && report.seals.find { |seal| !seal.by?(key) }
        bad && "the seal under entry #{bad.number} was not made with this key"
      end

      # What can't be known from this file alone.
      def unproved(report)
        last = key ? [*seen.keys, *report.seals.map(&:number)].max : seen.keys.max
        unchecked = key || report.seals.empty? ? "" : " Its seals were not checked: give --key."
        after = last ? "after #{last} " : ""
        "Nothing here shows whether entries #{after}were cut off or written anew: give --seen with one that was " \
          "printed or exported later.#{unchecked}"
      end

      def key
        path = options["key"] || ENV["COBALT_JOURNAL_KEY"] || "#{options['database']}.journal-key.pem"
        return nil unless options["key"] || File.file?(path)

        @key ||= OpenSSL::PKey.read(File.read(path))
      rescue OpenSSL::PKey::PKeyError, SystemCallError
        raise BadInput.at("--key", "“#{path}” can't be read as a key")
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
