# frozen_string_literal: true

module CobaltLedger
  module Audit
    # What could be done: edits to the policy, taken by no one but a person. edits: Array of {"rule" => document} with
    # the rule as it would be, or {"remove" => identifier}.
    Remedy = Struct.new(:words, :edits, keyword_init: true) do
      # JSON-ready Hash.
      def to_h = { "words" => words, "edits" => edits }
    end
  end
end
