# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Reads from the reasoning of a field which rules made it as it is.
    module Blame
      FACETS = { "hidden" => %w[visibility hidden], "masked" => %w[visibility masked],
                 "locked" => %w[entry locked], "required" => %w[presence required] }.freeze

      module_function

      # account: reasoning of one field; kind: a key of FACETS.
      # Returns the rules that gave that value and prevailed: Array of {"id", "number", "title"}.
      def rules(account, kind)
        facet, value = FACETS.fetch(kind)
        entries(account, %w[rules guardrails]).filter_map do |entry|
          verdict = entry.dig("facets", facet)
          next unless verdict && verdict["gives"] == value && verdict["verdict"] != "overruled"

          { "id" => entry["rule"], "number" => entry["number"], "title" => entry["title"] }
        end
      end

      # Rules by number and title, in words. rules: as from rules.
      def list(rules) = Words.list(rules.map { |rule| "#{rule['number']} #{rule['title']}" })

      # What stands behind the state when no rule does: consistency or the baseline, in words.
      def otherwise(account)
        consistency = entries(account, %w[consistency]).find { |entry| entry["facet"] == "entry" }
        return consistency["words"].downcase if consistency

        applying = entries(account, %w[baseline]).select { |entry| entry["applies"] == "applies" }
        "by #{applying.map { |entry| entry['words'] }.join(', ').then { |text| text.empty? ? 'its baseline' : text.sub(/\A./, &:downcase) }}"
      end

      def entries(account, stages)
        account["stages"].select { |stage| stages.include?(stage["stage"]) }.flat_map { |stage| stage["entries"] }
      end
    end
  end
end
