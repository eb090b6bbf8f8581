# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Value effects feed each other without end, or two rules set one field to different values.
      # Bad: one rule sets A from B, another sets B to the opposite of A. Good: one of them only suggests.
      class DoesNotSettle < Detector
        known_as "does_not_settle", order: 32
        describes "Does not settle",
                  severity: "error",
                  group: "stuck",
                  meaning:
                    "Rules change values back and forth without end, or set one field to different values at once."

        def findings = loops + doubled

        private

        def writing
          @survey.rules.select { |rule| rule.contributions.any?(&:writes?) }
        end

        # Writers that read what they or each other write.
        def loops
          edges = writing.to_h { |rule| [rule.id, writing.select { |other| feeds?(rule, other) }.map(&:id)] }
          ring = Graph.ring(edges) { |id| edges.fetch(id, []) } or return []
          rules = ring.uniq.map { |id| writing.find { |rule| rule.id == id } }
          example = unsettled(rules) or return []
          acting = example[1]
          [
            finding(
              "#{Words.list(acting.map { |rule| called(rule) })} change the form's values back and forth without " \
              "end; it can't be saved so.",
              fields: acting.flat_map { |rule| targets(rule) }.uniq, rules: acting, example: example[0],
              remedies: acting.map { |rule| switch_off(rule) }
            )
          ]
        end

        # Fields that a rule writes.
        def targets(rule)
          @type.fields.select { |field| rule.contributions_on(field).any?(&:writes?) }
        end

        def feeds?(rule, other)
          read =
            (other.condition&.fields || []) +
            other.contributions.flat_map(&:values).grep(Rules::ValueEffect).flat_map { |effect| effect.source.fields }
          read += targets(other).map(&:id) if other.contributions.any?(&:clears?) && other.condition
          targets(rule).any? { |field| read.include?(field.id) }
        end

        # A record on which the form of somebody the rules are for does not settle: [Example, Array of Rule].
        def unsettled(rules)
          user = @survey.users_in(rules.map { |rule| @survey.matching(rule) }.reduce(:&)).first or return nil
          mode =
            (
              %w[edit create] &
                rules.map { |rule| rule.reach.modes.empty? ? %w[edit create] : rule.reach.modes }.reduce(:&)
            ).first or return nil
          seeds(rules, mode).each do |found|
            question = Decisions::ExampleQuestion.new(@survey.question(user, @survey.units.first, mode), found).question
            decision = @survey.engine.decide(question)
            next if decision.loop.empty?

            lines = Decisions::ExampleQuestion.new(question, found).lines(@directory)
            return [Evidence.of(question, decision, [], lines), decision.loop.map(&:rule).uniq]
          end
          nil
        end

        def seeds(rules, mode)
          conditions = rules.filter_map(&:condition)
          one_by_one = conditions.map { |condition| @survey.together([condition], mode) }
          ([@survey.together(conditions, mode)] + one_by_one).select(&:yes?).map(&:example) + [{}]
        end

        # Two rules that set one field to different values for one person at once.
        def doubled
          writing.combination(2).filter_map do |one, other|
            shared = (targets(one) & targets(other)).select { |field| differ?(field, one, other) }
            next if shared.empty? || @survey.matching(one).nobits?(@survey.matching(other))

            answer = @survey.together([one, other].filter_map(&:condition), "edit")
            next unless answer.yes?

            finding(
              "#{called(one)} and #{called(other)} set #{names(shared)} to different values at once.",
              fields: shared, rules: [one, other],
              winner: "#{called([one, other].min_by(&:rank))} has the better rank, so its value stands.",
              remedies: [switch_off([one, other].max_by(&:rank))]
            )
          end
        end

        def differ?(field, one, other)
          values =
            [one, other].map do |rule|
              rule
                .holding_on(field)
                .flat_map(&:values)
                .select { |effect| effect.class.claim == :value && !effect.is_a?(Rules::Effects::Default) }
                .map(&:to_h)
            end
          values.none?(&:empty?) && values.uniq.size == 2
        end
      end
    end
  end
end
