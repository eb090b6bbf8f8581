# frozen_string_literal: true

module CobaltLedger
  module Audit
    # What never wins and no effect have in common: whether a rule changes any outcome anywhere.
    module Influence
      private

      # Rules that apply somewhere but change nothing wherever they do: Array of [rule, how], where how is :overruled
      # when another rule's value counts in its place somewhere, and :same when all it gives holds without it.
      def idle
        @survey.once(:idle) do
          @survey.rules.filter_map do |rule|
            next if rule.contributions.any? { |each| each.values.any? || each.clears? }

            how = judge(rule)
            [rule, how] if how
          end
        end
      end

      def judge(rule)
        applied = false
        overruled = false
        fields_of(rule).each do |field|
          @survey.cases_with(field, rule, modes: Cases::MODES).each do |kase|
            return nil unless kase.complete?

            asked = field.asked_in?(kase.question.mode)
            kase.situations.map(&:first).each do |outcomes|
              own = (kase.applying(outcomes) + kase.guarding(outcomes)).select { |each| each.rule == rule }
              next if own.empty?

              applied = true
              with = kase.result(outcomes)
              # What is not asked for makes no difference, whatever its result.
              next unless asked
              return nil unless same?(with, kase.result_without(outcomes, rule))

              overruled ||= own.any? { |each| overruled?(each, with) }
            end
          end
        end
        return nil unless applied

        overruled ? :overruled : :same
      end

      def same?(one, other) = one.final == other.final

      def overruled?(contribution, result)
        Access::Facets::ALL.any? do |facet|
          (value = contribution.gives.facet(facet)) && value != result.guarded.facet(facet)
        end
      end

      # Fields and actions that a rule speaks of, and the whole record where it does.
      def fields_of(rule) = @type.subjects.select { |field| rule.targets?(field) }

      # A case and a situation in which the rule applies, told as an example.
      def where_it_applies(rule)
        fields_of(rule).each do |field|
          @survey
            .cases_with(field, rule, modes: Cases::MODES)
            .each do |kase|
              found =
                kase.situations.find do |outcomes, _|
                  (kase.applying(outcomes) + kase.guarding(outcomes)).any? { |each| each.rule == rule }
                end
              return @survey.example(kase, found[1]) if found
            end
        end
        nil
      end
    end
  end
end
