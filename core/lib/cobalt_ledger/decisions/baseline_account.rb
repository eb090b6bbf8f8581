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

      # result: Stages::Result. Returns the stage, JSON-ready.
      def to_h(result)
        { "stage" => "baseline", "entries" => [label] + baselines + [own].compact, "balance" => result.baseline.level }
      end

      private

      def label
        label = @engine.policy.label(@slot.field.label)
        sure = @slot.sure(@slot.states, @outcomes).map(&:state)
        open_facets = Facets::ALL.select { |facet| sure.all? { |state| state.facet(facet).nil? } }
        entry("label", label.id, "Label #{label.name}", label.start,
              open_facets.empty? ? "not_applicable" : "applies",
              open_facets.size == 3 ? nil : "its place is taken by a baseline#{" for #{Words.list(Facets::ALL - open_facets)}" if open_facets.any?}",
              label.start.level)
      end

      def baselines
        running = []
        @engine.policy.baselines_of(@question.record_type.id).filter_map do |baseline|
          state = baseline.states[@slot.field.id] or next
          found = @slot.states.find { |candidate| candidate.source == baseline }
          applies, because = standing(baseline, found)
          running << state if applies != "not_applicable"
          entry("baseline", baseline.id, "Baseline #{baseline.name}", state, applies, because, @slot.stages.baseline(running).level)
        end
      end

      def standing(baseline, found)
        scope = baseline.scope_words(@engine.policy, @engine.directory)
        return ["not_applicable", "holds only #{scope}"] if found.nil?
        return ["applies", scope] if found.test.nil?

        case @outcomes[found.test]
        when true then ["applies", scope]
        when false then ["not_applicable", "holds only #{scope}"]
        else ["in_doubt", "the record's category can't be read, so it counts where it is stricter"]
        end
      end

      def own
        found = @slot.states.find { |candidate| candidate.source == @slot.field } or return nil
        entry("field", @slot.field.id, "The field's own baseline", found.state, "applies", nil,
              @slot.stages.baseline(@slot.sure(@slot.states, @outcomes).map(&:state),
                                    @slot.doubtful(@slot.states, @outcomes).map(&:state)).level)
      end

      def entry(source, id, words, state, applies, because, balance)
        { "source" => source, "id" => id, "words" => words, "gives" => state.to_h, "applies" => applies,
          "because" => because, "balance" => balance }.compact
      end
    end
  end
end
