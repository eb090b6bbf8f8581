# frozen_string_literal: true

module CobaltLedger
  module Audit
    # A form that does not settle because of some rules: looked for among all kinds of people, wherever the rules meet.
    class Unsettled
      # survey: Survey; ring: Array of Rules::Rule; most: forms tried at most.
      def initialize(survey, ring, most)
        @survey = survey
        @type = survey.record_type
        @ring = ring
        @left = most
        @rings = Rings.new(survey, ring)
        @met = false
      end

      # [Evidence, Array of Rules::Rule that take part], or nil.
      def found
        each_way do |question|
          seeds(question.mode).each do |seed|
            return nil if (@left -= 1).negative?

            shown = decided(question, seed)
            return shown if shown
          end
        end
        nil
      end

      # After `found` came to nothing: do the rules of no ring ever meet?
      def impossible? = !@met

      private

      # Questions for which rules that form a ring reach one person.
      def each_way
        fields = @ring.flat_map { |rule| Rings.written(@type, rule) }.uniq
        kinds = @survey.kinds_of_people(fields).to_a
        ways = Contexts.new(@survey.policy, @type, @survey.directory).of(@ring).map(&:last)
        ways.select { |_, _, mode| %w[create edit].include?(mode) }.product(kinds)
          .each do |(unit, above, mode, channel, form), user|
            question = @survey.question(user, unit, mode, channel: channel, form: form ? @type.form(form) : :own)
            next unless @rings.ring_among?(acting(question, above))

            @met = true
            yield question
          end
      end

      def acting(question, above)
        @ring.select do |rule|
          rule.audience.match?(question.principals) &&
            rule.reach.cover?(above, question.mode, question.channel, question.form_id)
        end
      end

      # Records on which conditions of the ring hold, or do not, alone and together: Array of examples.
      def seeds(mode)
        (@seeds ||= {})[mode] ||= begin
          conditions = @ring.flat_map(&:contributions).filter_map(&:test).uniq(&:identity)
          alone = conditions.flat_map { |each| [[each], [Conditions::Not.new(each)]] }
          [conditions, *alone, *conditions.combination(2).first(20)]
            .map { |each| @survey.together(each, mode) }.select(&:yes?).map(&:example).uniq + [{}]
        end
      end

      def decided(question, seed)
        asked = Decisions::ExampleQuestion.new(question, seed)
        decision = @survey.engine.decide(asked.question)
        acting = decision.loop.map(&:rule).uniq
        return nil unless acting.intersect?(@ring)

        [Evidence.of(asked.question, decision, [], asked.lines(@survey.directory)), acting]
      end
    end
  end
end
