# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Two rules that set one field, for one person, on one form, at once.
    class Doubled
      # The contributions of a rule that set a value of a field, whatever was there.
      def self.set_by(rule, field)
        rule.contributions_on(field).select do |each|
          each.values.any? { |effect| effect.class.claim == :value && !effect.is_a?(Rules::Effects::Default) }
        end
      end

      # survey: Survey; one, other: Rules::Rule.
      def initialize(survey, one, other)
        @survey = survey
        @type = survey.record_type
        @rules = [one, other]
      end

      # An Evidence on which both set one of some fields, or nil. fields: Array of Catalogue::Field. Notes a field of
      # which it could not be decided.
      def example(fields)
        crowd = @rules.map { |rule| @survey.matching(rule) }.reduce(:&)
        return nil if crowd.zero?

        ways.each do |unit, _, mode, channel, form|
          question = @survey.question(
            @survey.users_in(crowd).first, unit, mode, channel: channel, form: form ? @type.form(form) : :own
          )
          fields.each { |field| shown(question, field)&.then { |found| return found } }
        end
        nil
      end

      private

      # Where both reach, and values are written.
      def ways
        Contexts.new(@survey.policy, @type, @survey.directory).of(@rules)
          .filter_map { |bits, context| context if bits == 3 && %w[create edit].include?(context[2]) }
      end

      def shown(question, field)
        pairs = Doubled.set_by(@rules[0], field).product(Doubled.set_by(@rules[1], field))
        pairs.each do |pair|
          answer = @survey.together(pair.filter_map(&:test), question.mode)
          @survey.unsure(field) if answer.kind == "undecided"
          next unless answer.yes?

          asked = Decisions::ExampleQuestion.new(question, answer.example)
          decision = @survey.engine.decide(asked.question)
          next @survey.unsure(field) unless both?(decision, pair, field)

          return Evidence.of(asked.question, decision, [field], asked.lines(@survey.directory))
        end
        nil
      end

      # Did both take part when it was decided?
      def both?(decision, pair, field)
        acting = decision.plan.value_effects.writing.select do |action|
          action.field.id == field.id && action.outcome(decision.outcomes)
        end
        pair.all? { |each| acting.any? { |action| action.contribution.equal?(each) } }
      end
    end
  end
end
