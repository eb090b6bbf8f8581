# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The lines of one stage of the reasoning in which rules speak, each with its verdict by facet and the balance
    # of the access after it.
    class RuleLedger
      # stage: :rules or :guardrails; before, after: Access::State on entering and leaving it.
      def initialize(stage, slot, outcomes, before, after)
        @stage = stage
        @slot = slot
        @outcomes = outcomes
        @before = before
        @after = after
        @entries = stage == :rules ? slot.rules : slot.guardrails
        @sure = []
        @in_doubt = []
        @balance = before
      end

      # facets: Hash of facet to Account::Verdict, nil where it does not apply; balance: level after it.
      Line = Struct.new(:facets, :balance)

      # rules: all contributions that speak of the field in this stage, in order. Returns an Array of Line.
      def lines(rules)
        by_rule = @entries.to_h { |entry| [entry.source, entry] }.compare_by_identity
        rules.map { |rule| line(rule, by_rule[rule]) }
      end

      private

      def line(rule, entry)
        outcome = entry && (entry.test.nil? || @outcomes[entry.test])
        return Line.new(nil, @balance.level).freeze if entry.nil? || outcome == false

        (outcome ? @sure : @in_doubt) << rule
        @balance = balance
        Line.new(verdicts(rule, outcome ? :applies : :in_doubt).freeze, @balance.level).freeze
      end

      def balance
        return @slot.stages.guard(@before, @sure + @in_doubt) if @stage == :guardrails

        @slot.stages.rules(@before, @sure, @in_doubt)
      end

      def verdicts(rule, standing)
        Access::Facets::ALL.each_with_object({}) do |facet, found|
          value = rule.gives.facet(facet)
          found[facet] = verdict(rule, facet, value, standing) unless value.nil?
        end
      end

      def verdict(rule, facet, value, standing)
        if @stage == :guardrails && @before.facet(facet) == value && !masks_differ?(rule, facet)
          return Account::Verdict.new(value, :agrees)
        end
        return Account::Verdict.new(value, :won) if prevails?(rule, facet, value)

        winners = speaking.select { |other| other != rule && prevails?(other, facet, other.gives.facet(facet)) }
        Account::Verdict.new(value, :overruled, winners, overruled_words(rule, facet, winners, standing))
      end

      # The applying and doubtful rules of the stage.
      def speaking
        @speaking ||= @entries.select { |entry| entry.test.nil? || @outcomes[entry.test] != false }.map(&:source)
      end

      def prevails?(rule, facet, value)
        value == @after.facet(facet) &&
          (facet != :visibility || value != Access::Facets::MASKED || rule.gives.mask == @after.mask)
      end

      def masks_differ?(rule, facet)
        facet == :visibility && rule.gives.visibility == Access::Facets::MASKED && rule.gives.mask != @before.mask
      end

      # Is it a mask that counts beside those that prevail?
      def masks_beside?(rule, facet)
        facet == :visibility && @after.visibility == Access::Facets::MASKED &&
          (@stage == :guardrails || @slot.stages.masking(speaking).include?(rule))
      end

      def overruled_words(rule, facet, winners, standing)
        return "guardrails can only tighten" if @stage == :guardrails && winners.empty?
        return "can’t be evaluated, so its permissions don’t apply" if winners.empty? && standing == :in_doubt
        return "the result without the undecided rules is stricter" if winners.empty?

        names = Words.list(winners.map(&:number))
        reason =
          if masks_beside?(rule, facet) && winners.all? { |each| each.gives.visibility == Access::Facets::MASKED }
            "the mask that reveals less"
          elsif @stage == :guardrails || @slot.stages.precedence.monotone?
            "#{Access::Facets.name(facet, @after.facet(facet))} is stricter"
          else
            @slot.stages.precedence.title
          end
        "overruled by #{names}: #{reason}"
      end
    end
  end
end
