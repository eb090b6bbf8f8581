# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Checks
      # Expectations as lines for people: what does not hold, then how many do.
      class Text < ChecksWriter
        known_as "text", order: 1

        NAMES = { "fails" => "fails", "undecided" => "undecided", "unaskable" => "can’t be checked" }.freeze

        def write
          told = unmet.map do |verdict|
            ["#{NAMES.fetch(verdict.status)}: #{verdict.expectation['title']} (#{verdict.expectation['id']})",
             *verdict.words.map { |words| "  #{words}" }, *assumed(verdict)&.then { |words| "  #{words}" }].join("\n")
          end
          "#{told.map do |text|
            "#{text}\n"
          end.join}Expectations that hold: #{verdicts.size - unmet.size} of #{verdicts.size}\n"
        end
      end
    end
  end
end
