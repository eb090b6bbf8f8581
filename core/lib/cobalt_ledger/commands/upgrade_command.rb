# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger upgrade: a policy document of an earlier version in the form of the newest.
    class UpgradeCommand < Command
      known_as "upgrade", order: 8
      says <<~TEXT
        upgrade         prints a policy document of an earlier version in the form of the newest
          --policy FILE
      TEXT

      # Prints the document; what is wrong with it is told as by check.
      def run
        print_json(in_file(needed("policy")) { |text| Formats::PolicyJson.read(text).last })
        nil
      end
    end
  end
end
