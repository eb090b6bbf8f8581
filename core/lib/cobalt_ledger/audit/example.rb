# frozen_string_literal: true

module CobaltLedger
  module Audit
    # A concrete question that shows a finding. question: document of a Decisions::Question; levels: Hash of field to level found there.
    Example = Struct.new(:question, :levels, :lines, keyword_init: true) do
      def to_h = { "question" => question, "levels" => levels, "lines" => lines }
    end
  end
end
