# frozen_string_literal: true

module Server
  # What is answered where the policy denies an action, the same on every way to it.
  module Denied
    module_function

    # Raises Problem unless the decision allows an action. key: of CobaltLedger's actions.
    def check!(decision, key)
      refusals = CobaltLedger::Decisions::Denial.of(decision, key)
      raise problem(refusals) if refusals.any?
    end

    # refusals: Array of CobaltLedger Refusal. The Problem that tells them in plain words.
    def problem(refusals)
      Problem.new(
        422, "refused-save", refusals.map(&:plain).join("; ")[0, 2000],
        refusals: refusals.map { |each| CobaltLedger::Formats::RefusalJson.write(each).merge("words" => each.plain) }
      )
    end
  end
end
