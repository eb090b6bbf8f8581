# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Tells from the result of the stages which rules made a field as it is.
    module Blame
      FACETS = { "hidden" => :visibility, "masked" => :visibility, "locked" => :entry, "required" => :presence,
                 "denied" => :permission }.freeze

      module_function

      # result: Access::Result of a field; kind: a key of FACETS.
      # Returns the rules that gave that value and prevailed: Array of Rules::Contribution.
      def rules(result, kind)
        facet = FACETS.fetch(kind)
        above = result.shut_by(facet)
        return rules(above, above.final.permission ? "denied" : "locked") if above

        value = Access::Facets.value(facet, kind)
        result.rules_behind(facet).select { |each| each.gives.facet(facet) == value }
      end

      # Rules by number and title, in words. rules: Array of Rules::Contribution.
      def list(rules) = Words.list(rules.map { |rule| "#{rule.number} #{rule.title}" })

      # The same for people who know nothing of rules: their titles say why. Empty where there is none.
      def titles(rules) = Words.list(rules.map(&:title).uniq)

      # What stands behind the state when no rule does: consistency or the baseline, in words.
      def otherwise(result)
        consistency = result.dropped.find { |drop| %i[entry permission].include?(drop.facet) }
        return above(consistency) if consistency

        names = beginnings(result).map { |giver| name(giver) }
        names.empty? ? "by its baseline" : "by #{names.join(', ').sub(/\A./, &:downcase)}"
      end

      # What it began with, but for what every record or action begins with where there is something else.
      def beginnings(result)
        own = result.beginnings.reject { |giver| giver.kind == :label && giver.source.id.include?("/") }
        own.empty? ? result.beginnings : own
      end

      # What took a facet away, with what is behind it where that is no rule.
      def above(drop)
        drop.by && drop.by.dropped.empty? ? "#{drop.words} #{otherwise(drop.by)}" : Words.uncapitalize(drop.words)
      end

      # What a field begins with, in words: "Label Restricted". giver: Access::Result::Giver.
      def name(giver)
        case giver.kind
        when :label then label(giver.source)
        when :baseline then "Baseline #{giver.source.name}"
        else own(giver.source)
        end
      end

      # An action, or the record as a whole, begins with what its name says.
      def label(label) = label.id.include?("/") ? "Everywhere: #{label.name}" : "Label #{label.name}"

      # What a field, an action or the whole record has of its own to begin with.
      def own(subject)
        case subject.family
        when :action then "#{subject.name} as defined by the record type"
        when :record then "The stage #{subject.stage_words}"
        else subject.retired? ? "The field is retired" : "The field's own baseline"
        end
      end
    end
  end
end
