# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes a reason for turning a save down.
    module RefusalJson
      module_function

      # refusal: Decisions::Saving::Refusal. Returns {"field", "kind", "words", "rules"}; field is null for the whole
      # form.
      def write(refusal)
        {
          "field" => refusal.field, "kind" => refusal.kind, "words" => refusal.words,
          "rules" => RuleCard.all(refusal.rules)
        }
      end
    end
  end
end
