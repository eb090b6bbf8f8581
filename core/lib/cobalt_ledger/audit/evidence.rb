# frozen_string_literal: true

module CobaltLedger
  module Audit
    # A concrete question that shows a finding. question: document of a Decisions::Question; levels: Hash of field to
    # level found there.
    Evidence =
      Struct.new(:question, :levels, :lines, keyword_init: true) do
        # question: Decisions::Question; decisions: FieldDecision by field identifier; fields: those it shows;
        # lines: what it holds, for people.
        def self.of(question, decisions, fields, lines = [])
          new(
            question: question.to_h, levels: fields.to_h { |field| [field.id, decisions[field.id].level] },
            lines: lines
          )
        end

        # JSON-ready Hash.
        def to_h = { "question" => question, "levels" => levels, "lines" => lines }
      end
  end
end
