# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger check: is a policy sound?
    class CheckCommand < Command
      known_as "check", order: 7
      says <<~TEXT
        check           checks a policy, and a directory if given, and prints nothing when they are sound
          --policy FILE [--directory FILE]
      TEXT

      def run
        policy(options["directory"] ? directory : nil)
        nil
      end
    end
  end
end
