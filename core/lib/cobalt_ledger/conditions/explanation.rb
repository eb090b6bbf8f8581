# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # The account of a condition against one record.
    # outcome: true, false, or nil when it can't be evaluated; saw: the values it met, in words.
    Explanation =
      Struct.new(:words, :outcome, :saw, :parts, keyword_init: true) do
        def to_h
          { "words" => words, "outcome" => outcome, "saw" => saw, "parts" => parts&.map(&:to_h) }.compact.merge(
            "outcome" => outcome
          )
        end

        # The comparisons that made the outcome what it is.
        def deciding
          return [self] if parts.nil?

          parts.select { |part| part.outcome == outcome || words.start_with?("not ") }.flat_map(&:deciding)
        end
      end
  end
end
