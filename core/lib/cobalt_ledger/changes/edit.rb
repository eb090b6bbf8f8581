# frozen_string_literal: true

module CobaltLedger
  module Changes
    # One edit to a policy document: a subject, as it was and as it shall be.
    # kind: "rule", "record_type", "baseline", "label" or "setting"; before, after: document, nil where there is none.
    Edit = Struct.new(:kind, :id, :before, :after, keyword_init: true) do
      # "added", "changed" or "removed".
      def verb
        return "added" if before.nil?

        after.nil? ? "removed" : "changed"
      end
    end
  end
end
