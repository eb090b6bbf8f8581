# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Why an action on a record can't be done, in the words that every way to it uses: form, list, import, program.
    module Denial
      module_function

      # The first of some actions that the decision denies: Array of one Saving::Refusal, or empty. keys: of
      # Catalogue::Action; those that are not asked for in the decision's mode are left out.
      def of(decision, *keys)
        mode = decision.question.mode
        found = keys.map { |key| decision.action(key) }.find { |each| each.field.asked_in?(mode) && !each.allowed? }
        found ? [refusal(decision, found.field)] : []
      end

      def refusal(decision, action)
        result = decision.result(action.id)
        rules = Blame.rules(result, "denied")
        noun = decision.question.record_type.noun
        words = "You can’t #{action.words} #{action.key == 'create' ? Words.indefinite(noun) : "this #{noun}"}"
        Saving::Refusal.new(
          field: nil, kind: "denied", rules: rules, plain: rules.empty? ? words : "#{words} (#{Blame.titles(rules)})",
          words: "#{words}#{rules.empty? ? " (#{Blame.otherwise(result)})" : ", by rule #{Blame.list(rules)}"}"
        )
      end
      private_class_method :refusal
    end
  end
end
