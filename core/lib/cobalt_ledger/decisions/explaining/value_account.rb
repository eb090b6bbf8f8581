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

      # field: Catalogue::Field. Returns an Array of Account::ValueLine, empty when nothing is to be said.
      def of(field) = actions(field).map { |action| line(action, field) } + [computed(field)].compact

      private

      def actions(field)
        effects = @plan.value_effects
        (effects.clearing + effects.writing + effects.offering + effects.refusing).select do |action|
          action.field.id == field.id
        end
      end

      def line(action, field)
        contribution = action.contribution
        outcome = action.outcome(@outcomes)
        Account::ValueLine.new(
          contribution, "#{field.name} is #{action.effect.words(@engine.directory)}", verdict(action, field, outcome),
          @settled.loop.include?(contribution) ? nil : because(contribution, outcome)
        )
      end

      def verdict(action, field, outcome)
        return :in_a_loop if @settled.loop.include?(action.contribution)
        return outcome.nil? ? :in_doubt : :not_applicable unless outcome
        return :won unless @plan.value_effects.writing.include?(action) || action.effect.clears?

        write = @settled.written[field.id]
        return :won if write&.action.equal?(action)

        write ? :overruled : :not_needed
      end

      def because(contribution, outcome)
        return nil if outcome || contribution.test.nil?

        account = contribution.test.explain(@settled.facts, @engine.directory)
        "condition not met: #{account.words} (#{account.deciding.filter_map(&:saw).uniq.join('; ')})"
      end

      def computed(field)
        formulas = @plan.record_type.formulas
        step = formulas.step_of(field.id) or return nil
        blank = formulas.blank(field.id, @settled.facts.entered)
        return Account::ValueLine.new(nil, "#{field.name} is computed: #{step.field.formula}", :won) unless blank

        names = @plan.record_type.fields.to_h { |each| [each.id, each.name] }
        Account::ValueLine.new(nil, "#{field.name} can't be computed: #{blank.words(names)}", :not_applicable)
      end
    end
  end
end
