# frozen_string_literal: true

module CobaltLedger
  module Expectations
    # What came of checking an expectation. expectation: its document; status: "holds", "fails", "undecided" where it
    # can't be decided, "unaskable" where what it names is not there; words: Array of String, why; example: document of
    # a question that shows it, or nil; lines: Array of {"name", "words"}, what that assumes.
    Verdict = Struct.new(:expectation, :status, :words, :example, :lines, keyword_init: true) do
      def holds? = status == "holds"

      def to_h
        { "id" => expectation["id"], "title" => expectation["title"], "status" => status, "words" => words,
          "example" => example, "lines" => lines }.compact
      end
    end
  end
end
