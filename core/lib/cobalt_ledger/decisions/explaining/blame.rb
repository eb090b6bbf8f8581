# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Tells from what the stages came to which rules made a field as it is.
    module Blame
      FACETS = { "hidden" => :visibility, "masked" => :visibility, "locked" => :entry, "required" => :presence }.freeze

      module_function

      # result: Access::Result of a field; kind: a key of FACETS.
      # Returns the rules that gave that value and prevailed: Array of Rules::Contribution.
      def rules(result, kind)
        facet = FACETS.fetch(kind)
        value = Access::Facets.value(facet, kind)
        result.rules_behind(facet).select { |each| each.gives.facet(facet) == value }
      end

      # Rules by number and title, in words. rules: Array of Rules::Contribution.
      def list(rules) = Words.list(rules.map { |rule| "#{rule.number} #{rule.title}" })

      # The same for people who know nothing of rules: their titles say why. Empty where there is none.
      def titles(rules) = Words.list(rules.map(&:title).uniq)

      # What stands behind the state when no rule does: consistency or the baseline, in words.
      def otherwise(result)
        consistency = result.dropped.find { |drop| drop.facet == :entry }
        return consistency.words.downcase if consistency

        names = result.beginnings.map { |giver| name(giver) }
        names.empty? ? "by its baseline" : "by #{names.join(', ').sub(/\A./, &:downcase)}"
      end

      # What a field begins with, in words: "Label Restricted". giver: Access::Result::Giver.
      def name(giver)
        case giver.kind
        when :label then "Label #{giver.source.name}"
        when :baseline then "Baseline #{giver.source.name}"
        else "The field's own baseline"
        end
      end
    end
  end
end
