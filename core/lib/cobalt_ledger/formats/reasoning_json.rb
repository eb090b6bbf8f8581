# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes the account of a field as JSON.
    class ReasoningJson
      # sentence: lambda from Rules::Contribution to the sentence of its rule, as Decisions::Engine#sentence.
      def initialize(sentence)
        @sentence = sentence
        @standings = {}.compare_by_identity
      end

      # account: Decisions::Account. Returns {"field", "level", "stages", "value"}.
      def write(account)
        {
          "field" => account.field.id,
          "level" => account.level,
          "stages" => [
            stage(account.baseline, &method(:baseline)),
            stage(account.rules, &method(:rule)).merge(precedence(account.precedence)),
            stage(account.guardrails, &method(:rule)), stage(account.consistency, &method(:consistency))
          ],
          "value" => account.value.empty? ? nil : { "entries" => account.value.map { |line| value(line) } }
        }.compact
      end

      private

      def stage(stage, &line)
        { "stage" => stage.name.name, "entries" => stage.lines.map(&line), "balance" => stage.balance }
      end

      def precedence(method) = { "precedence" => method.registered_name, "precedence_words" => method.title }

      def baseline(line)
        {
          "source" => line.giver.kind.name, "id" => line.giver.source.id, "words" => line.words,
          "gives" => line.state.to_h, "applies" => line.standing.applies.name, "because" => line.standing.because,
          "balance" => line.balance
        }.compact
      end

      def rule(line)
        told = known(line).dup
        told["facets"] = line.facets.to_h { |facet, verdict| [facet.name, verdict(facet, verdict)] } if line.facets
        told["balance"] = line.balance
        told
      end

      # What is said of a rule whatever the field: made once for each standing.
      def known(line)
        (@standings[line.standing] ||= {}.compare_by_identity)[line.contribution] ||= card(line.contribution).merge(
          standing(line.standing)
        )
      end

      def card(contribution)
        {
          "rule" => contribution.id, "number" => contribution.number, "title" => contribution.title,
          "gives" => contribution.gives.to_h, "sentence" => @sentence.call(contribution),
          "otherwise" => contribution.otherwise? || nil
        }.compact
      end

      def standing(standing)
        { "applies" => standing.applies.name, "part" => standing.part&.name, "because" => standing.because,
          "condition" => standing.condition&.to_h }.compact
      end

      def verdict(facet, verdict)
        {
          "gives" => Access::Facets.name(facet, verdict.value), "verdict" => verdict.verdict.name,
          "by" => verdict.by&.map(&:id), "words" => verdict.words
        }.compact
      end

      def consistency(line)
        { "words" => Words.capitalize(line.dropped.words), "facet" => line.dropped.facet.name,
          "dropped" => Access::Facets.name(line.dropped.facet, line.dropped.value), "balance" => line.balance }
      end

      def value(line)
        rule = line.contribution
        {
          "rule" => rule&.id, "number" => rule&.number, "title" => rule&.title, "words" => line.words,
          "verdict" => line.verdict.name, "because" => line.because
        }.compact
      end
    end
  end
end
