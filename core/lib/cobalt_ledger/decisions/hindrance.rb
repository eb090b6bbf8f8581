# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Tells from the account of a field what keeps somebody from typing into it: of each facet that shuts, the rules that
    # made it so, or else what it began with.
    class Hindrance
      # Kinds of Blame by facet, the strictest first.
      SHUT = { "visibility" => %w[hidden masked], "entry" => %w[locked] }.freeze

      # account: of one field, as Reasoning gives it.
      def initialize(account)
        @account = account
      end

      # Array of {"words", "rule" => identifier where it is one}, without repeats.
      def to_a
        given = SHUT.flat_map { |facet, kinds| shutting(facet, kinds) }.uniq
        # What is hidden locks itself; that is worth saying only where nothing else is in the way.
        given.any? ? given : Blame.entries(@account, %w[consistency]).select { |entry| entry["facet"] == "entry" }.map { |entry| { "words" => entry["words"] } }
      end

      private

      def shutting(facet, kinds)
        kind, rules = kinds.map { |each| [each, Blame.rules(@account, each)] }.find { |_, blamed| blamed.any? }
        return rules.map { |rule| { "rule" => rule["id"], "words" => "#{rule['number']} “#{rule['title']}” gives #{kind}" } } if rules
        return [] if Blame.entries(@account, %w[rules guardrails]).any? { |entry| entry.dig("facets", facet, "verdict") == "won" }

        first = beginning(facet, kinds)
        first ? [{ "words" => "#{first['words']} begins with #{first['gives'][facet]}" }] : []
      end

      # The strictest of the baselines that speak of the facet, where it shuts; the label only where none of them does.
      def beginning(facet, kinds)
        speaking = Blame.entries(@account, %w[baseline]).select { |entry| entry["applies"] == "applies" && entry["gives"][facet] }
        label, baselines = speaking.partition { |entry| entry["source"] == "label" }
        shutting = (baselines.any? ? baselines : label).select { |entry| kinds.include?(entry["gives"][facet]) }
        shutting.reverse.min_by { |entry| kinds.index(entry["gives"][facet]) }
      end
    end
  end
end
