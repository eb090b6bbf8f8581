# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes the account of a field as JSON.
    class ReasoningJson
      # What was made of lines that are the same whatever the record holds: most of them, the same objects each time.
      SILENT = Memory.new(20_000, by_identity: true)

      # The same of rules, and of what became of the facets that they give.
      CARDS = Memory.new(20_000, by_identity: true)
      FACETS = Memory.new(20_000, by_identity: true)

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

      def rule(line) = line.silent? ? SILENT.fetch(line) { spoken(line).freeze } : spoken(line)

      def spoken(line)
        told = known(line).dup
        told["facets"] = FACETS.fetch(line.facets) { facets(line.facets) } if line.facets
        told["balance"] = line.balance
        told
      end

      # What is said of a rule whatever the field: made once for each standing.
      def known(line)
        (@standings[line.standing] ||= {}.compare_by_identity)[line.contribution] ||= card(line.contribution).merge(
          standing(line.standing)
        )
      end

      def facets(told) = told.to_h { |facet, verdict| [facet.name, verdict(facet, verdict)] }.freeze

      # A sentence belongs to an engine, and so to the names of its directory.
      def card(contribution)
        sentence = @sentence.call(contribution)
        known = CARDS[contribution]
        return known if known && known["sentence"].equal?(sentence)

        CARDS.keep(contribution, written_card(contribution, sentence))
      end

      def written_card(contribution, sentence)
        {
          "rule" => contribution.id, "number" => contribution.number, "title" => contribution.title,
          "gives" => contribution.gives.to_h, "sentence" => sentence,
          "otherwise" => contribution.otherwise? || nil
        }.compact.freeze
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
        { "words" => Words.capitalize(taken(line.dropped)), "facet" => line.dropped.facet.name,
          "dropped" => Access::Facets.name(line.dropped.facet, line.dropped.value), "balance" => line.balance }
      end

      # What consistency took away and why; with the rules of what stands above it, where those did it.
      def taken(dropped)
        rules = if dropped.by
                  Decisions::Blame.rules(dropped.by, dropped.by_facet == :entry ? "locked" : "denied")
                else
                  []
                end
        return "#{dropped.words}, by #{Decisions::Blame.list(rules)}" if rules.any?

        dropped.by ? Decisions::Blame.above(dropped) : dropped.words
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
