# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The part of the reasoning that tells where a field's value comes from: what rules wrote, would write or offer,
    # and why a computed field is blank.
    class ValueAccount
      def initialize(engine, plan, settled, outcomes)
        @engine = engine
        @plan = plan
        @settled = settled
        @outcomes = outcomes
      end

      # field: Catalogue::Field. Returns {"entries" => [...]}, or nil when nothing is to be said.
      def of(field)
        entries = actions(field).map { |action| entry(action, field) } + [computed(field)].compact
        entries.empty? ? nil : { "entries" => entries }
      end

      private

      def actions(field)
        effects = @plan.value_effects
        (effects.clearing + effects.writing + effects.offering + effects.refusing).select { |action| action.field.id == field.id }
      end

      def entry(action, field)
        contribution = action.contribution
        outcome = action.outcome(@outcomes)
        { "rule" => contribution.id, "number" => contribution.number, "title" => contribution.title,
          "words" => "#{field.name} is #{action.effect.words(@engine.directory)}", "verdict" => verdict(action, field, outcome),
          "because" => @settled.loop.include?(contribution) ? nil : because(contribution, outcome) }.compact
      end

      def verdict(action, field, outcome)
        return "in_a_loop" if @settled.loop.include?(action.contribution)
        return outcome.nil? ? "in_doubt" : "not_applicable" unless outcome
        return "won" unless @plan.value_effects.writing.include?(action) || action.effect.clears?

        write = @settled.written[field.id]
        return "won" if write&.action.equal?(action)

        write ? "overruled" : "not_needed"
      end

      def because(contribution, outcome)
        return nil if outcome || contribution.test.nil?

        account = contribution.test.explain(@settled.facts, @engine.directory)
        "not when #{account.words}: #{account.deciding.filter_map(&:saw).uniq.join('; ')}"
      end

      def computed(field)
        step = @plan.record_type.formulas.step_of(field.id) or return nil
        blank = @plan.record_type.formulas.blank(field.id, @settled.facts.entered)
        names = @plan.record_type.fields.to_h { |each| [each.id, each.name] }
        words = blank ? "#{field.name} can't be computed: #{blank.words(names)}" : "#{field.name} is computed: #{step.field.formula}"
        { "words" => words, "verdict" => blank ? "not_applicable" : "won" }
      end
    end
  end
end
