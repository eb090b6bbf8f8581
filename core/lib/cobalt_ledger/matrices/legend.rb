# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # What the words in the cells of a matrix mean: an access level, or that nothing is said. What is told by no word of
    # the trade is asked of whoever knows, once for each kind of cell.
    class Legend
      # Said of a cell that leaves things as they are.
      UNSAID = "unsaid"
      MEANINGS = (Access::State::LEVELS + [UNSAID]).freeze

      USUAL = {
        "hidden" => %w[- – — h hide hidden invisible none no deny denied] + ["no access"],
        "masked" => ["mask", "masked", "***", "****"],
        "replace_only" => %w[replace-only replace],
        "read_only" => %w[r ro read read-only readonly view v display visible see] + ["read only", "view only"],
        "editable" => %w[w rw r/w r+w r,w write edit editable e update
                         change] + ["read/write", "read write", "read/edit"],
        "required" => %w[required mandatory req must] + ["must fill"]
      }.flat_map { |level, words| words.map { |word| [word, level] } }.to_h.freeze

      # given: Hash of the text of cells to one of MEANINGS.
      def initialize(given = {})
        @given = given.to_h { |text, meaning| [fold(text), meaning] }
      end

      # One of MEANINGS, or nil where it has to be asked.
      def meaning(text) = @given[fold(text)] || USUAL[fold(text)]

      # Texts that are one kind have the same.
      def fold(text) = text.unicode_normalize(:nfkc).strip.downcase(:fold).gsub(/\s+/, " ")
    end
  end
end
