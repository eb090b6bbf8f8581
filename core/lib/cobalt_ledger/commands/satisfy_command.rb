# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger satisfy: whether conditions can hold together.
    class SatisfyCommand < Command
      known_as "satisfy", order: 4
      says <<~TEXT
        satisfy         decides whether conditions can hold together
          --policy FILE --directory FILE --record-type ID
          --conditions FILE  a JSON list of conditions in the policy document's form
          --mode MODE        edit (default), create, view or list
      TEXT

      # Prints what Satisfy says.
      def run
        policy = policy()
        type = record_type(policy)
        mode = one_of("mode", Decisions::Question::MODES, "edit")
        asked = in_file(needed("conditions")) do |text|
          Satisfy.new(policy, directory, type, Formats::StrictJson.read(text), mode: mode)
        end
        print_json(asked.to_h)
      end
    end
  end
end
