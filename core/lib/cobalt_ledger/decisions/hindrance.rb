# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Tells from the account of a field what keeps somebody from typing into it: of each facet that shuts, what gave it
    # last and won.
    class Hindrance
      # Values that shut a facet.
      SHUT = { "visibility" => %w[masked hidden], "entry" => %w[locked] }.freeze

      # account: of one field, as Reasoning gives it.
      def initialize(account)
        @stages = account["stages"].to_h { |stage| [stage["stage"], stage["entries"]] }
      end

      # Array of {"words", "rule" => identifier where it is one}, without repeats.
      def to_a
        given = SHUT.flat_map { |facet, shut| shutting(facet, shut) }.uniq
        # What is hidden locks itself; that is worth saying only where nothing else is in the way.
        given.any? ? given : @stages["consistency"].select { |entry| entry["facet"] == "entry" }.map { |entry| { "words" => entry["words"] } }
      end

      private

      # The last that settled a facet, if it shuts it.
      def shutting(facet, shut)
        settled = winners("guardrails", facet)
        settled = winners("rules", facet) if settled.empty?
        return settled.select { |entry| shut.include?(entry["facets"][facet]["gives"]) }.map { |entry| of_rule(entry, facet) } if settled.any?

        first = @stages["baseline"].reverse.find { |entry| entry["applies"] == "applies" && entry["gives"][facet] }
        first && shut.include?(first["gives"][facet]) ? [{ "words" => "#{first['words']} begins with #{first['gives'][facet]}" }] : []
      end

      def winners(stage, facet) = @stages[stage].select { |entry| entry.dig("facets", facet, "verdict") == "won" }

      def of_rule(entry, facet)
        { "rule" => entry["rule"], "words" => "#{entry['number']} “#{entry['title']}” gives #{entry['facets'][facet]['gives']}" }
      end
    end
  end
end
