# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Stage 1 of the reasoning: which label and baselines a field starts from.
    class BaselineAccount
      def initialize(engine, question, slot, outcomes)
        @engine = engine
        @question = question
        @slot = slot
        @outcomes = outcomes
      end

      # result: Access::Result. Returns an Account::Stage.
      def stage(result)
        Account::Stage.new(:baseline, [label(result)] + baselines + [own].compact, result.baseline.level)
      end

      private

      def label(result)
        label = result.spoken.label
        left = result.left_to_label
        taken = Access::Facets::ALL.reject { |facet| label.start.facet(facet).nil? } - left
        because = taken.any? ? "overridden by a baseline#{" for #{Words.list(taken)}" if left.any?}" : nil
        line(
          :label, label, Blame.label(label), label.start,
          standing(left.empty? ? :not_applicable : :applies, because), label.start
        )
      end

      def baselines
        running = []
        @engine.policy.baselines_of(@question.record_type.id).filter_map do |baseline|
          state = baseline.states[@slot.field.id] or next
          found = @slot.baselines.find { |candidate| candidate.source == baseline }
          standing = standing_of(baseline, found)
          running << state if standing.applies != :not_applicable
          line(:baseline, baseline, "Baseline #{baseline.name}", state, standing, @slot.stages.baseline(running))
        end
      end

      def standing_of(baseline, found)
        scope = baseline.scope_words(@engine.policy, @engine.directory)
        return standing(:not_applicable, "holds only #{scope}") if found.nil?
        return standing(:applies, scope) if found.test.nil?

        case @outcomes[found.test]
        when true then standing(:applies, scope)
        when false then standing(:not_applicable, "holds only #{scope}")
        else standing(:in_doubt, "the record’s category can’t be read, so it applies where it is stricter")
        end
      end

      def own
        found = @slot.baselines.find { |candidate| candidate.source == @slot.field } or return nil
        sure = @slot.sure(@slot.baselines, @outcomes).map(&:state)
        doubtful = @slot.doubtful(@slot.baselines, @outcomes).map(&:state)
        line(
          :field, @slot.field, Blame.own(@slot.field), found.state, own_standing(found),
          @slot.stages.baseline(sure, doubtful)
        )
      end

      # Only a stage that locks has to be looked for.
      def own_standing(found)
        case found.test && @outcomes[found.test]
        when nil then standing(found.test ? :in_doubt : :applies,
                               found.test && "the stage can’t be read, so it applies")
        when true then standing(:applies, "the record is stored so")
        else standing(:not_applicable, "holds only while the record is stored so")
        end
      end

      def standing(applies, because) = Account::Standing.new(applies: applies, because: because)

      def line(kind, source, words, state, standing, balance)
        Account::BaselineLine.new(
          giver: Access::Result::Giver.new(kind, source), words: words, state: state, standing: standing,
          balance: balance.level
        )
      end
    end
  end
end
