# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger join: a tree of small files as one policy document.
    class JoinCommand < Command
      known_as "join", order: 16
      says <<~TEXT
        join            prints the policy document that a tree of files makes, as split writes it
          --from FOLDER [--directory FILE]
      TEXT

      def run
        people = options["directory"] ? directory : nil
        document = Formats::TreeOnDisk.read(needed("from")) { |joined| Formats::PolicyJson.build(joined, people) }
        out.write("#{CanonicalJson.write(document)}\n")
        nil
      end
    end
  end
end
