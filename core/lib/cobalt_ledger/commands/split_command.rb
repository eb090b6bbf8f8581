# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger split: a policy as a tree of small files.
    class SplitCommand < Command
      known_as "split", order: 15
      says <<~TEXT
        split           writes a policy as a tree of small files, one rule a file, for version control; only what differs
                        is written, and files of what is gone go
          --policy FILE --into FOLDER
      TEXT

      def run
        path = needed("policy")
        document = in_file(path) { |text| Formats::PolicyJson.read(text).last }
        written, removed = Formats::TreeOnDisk.write(needed("into"), document)
        out.puts("#{Words.count(written.size, 'file')} written, #{Words.count(removed.size, 'file')} removed")
        nil
      end
    end
  end
end
