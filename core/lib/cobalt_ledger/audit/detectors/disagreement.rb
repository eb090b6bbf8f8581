# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Two rules that can apply to one person at once give a facet different values.
      # Bad: one rule masks the loan fee for curators, another shows it to the acquisitions panel, and some curators sit
      # on the panel. Good: the second rule excepts curators, or the first gives way by its audience.
      class Disagreement < Detector
        known_as "disagreement", order: 10
        describes "Disagreement",
                  severity: "note",
                  group: "disagreement",
                  together: true,
                  by_precedence: true,
                  meaning:
                    "Two rules that can apply to one person at once give a facet different values; the precedence " \
                    "decides which applies."

        def findings
          found = {}
          @type.subjects.each do |field|
            pairs_on(field).each { |one, other, facet| (found[[one, other, facet]] ||= []) << field }
          end
          # A rule and its otherwise are tried one after the other: of two rules that disagree in several ways, one is
          # told.
          found
            .group_by { |(one, other, facet), _| [one.rule.id, other.rule.id, facet] }
            .values
            .filter_map do |ways|
              ways.lazy.filter_map { |(one, other, facet), fields| tell(one, other, facet, fields) }.first
            end
        end

        private

        # Pairs of contributions of different ordinary rules that give a facet different values: [one, other, facet].
        def pairs_on(field)
          ordinary = @survey.rules_on(field).reject(&:guardrail?)
          speaking = ordinary.flat_map { |rule| rule.contributions_on(field) }.select(&:gives_facet?)
          speaking
            .combination(2)
            .reject do |one, other|
              one.rule == other.rule || @survey.matching(one.rule).nobits?(@survey.matching(other.rule)) ||
                apart?(one, other)
            end
            .flat_map { |one, other| clashes(one, other).map { |facet| [one, other, facet] } }
        end

        def clashes(one, other)
          Access::Facets::ALL.select do |facet|
            values = [one, other].map { |each| each.gives.facet(facet) }
            values.none?(&:nil?) && values.uniq.size == 2
          end
        end

        # Do their reaches have nothing in common?
        def apart?(one, other)
          %i[modes channels forms].any? do |part|
            lists = [one, other].map { |each| each.rule.reach.public_send(part) }
            lists.none?(&:empty?) && !lists[0].intersect?(lists[1])
          end
        end

        # Both must be able to apply to one record at once: shown by a case and a situation in which they do.
        def tell(one, other, facet, fields)
          shown = nil
          fields = fields.select { |field| (found = meeting(field, one, other)) && (shown ||= found) }
          return nil unless shown

          kase, outcomes, example = shown
          values = [one, other].map { |each| Access::Facets.name(facet, each.gives.facet(facet)) }
          winner = [one, other].find { |each| each.gives.facet(facet) == kase.result(outcomes).ruled.facet(facet) }
          finding(
            "#{called(one)} and #{called(other)} disagree on #{names(fields)}: #{values[0]} or #{values[1]}, " \
            "for #{how_many(one, other)}.",
            fields: fields, rules: [one.rule, other.rule].sort_by(&:id), facet: facet.to_s,
            winner: winner_words(kase, winner, facet), overlap: Overlap.new(@survey, one, other).to_h,
            example: @survey.example(kase, example), remedies: remedies(one.rule, other.rule, winner)
          )
        end

        def how_many(one, other)
          @survey.crowds.words(@survey.matching(one.rule) & @survey.matching(other.rule))
        end

        # [Case, outcomes, example] in which both apply.
        def meeting(field, one, other)
          @survey
            .cases_with(field, one.rule, other.rule)
            .each do |kase|
              found =
                kase.situations.find do |outcomes, _|
                  [one, other].all? { |each| kase.applying(outcomes).any? { |acting| acting.equal?(each) } }
                end
              return kase, *found if found
            end
          nil
        end

        def winner_words(kase, winner, facet)
          return "Neither wins: another rule applies." unless winner

          "#{called(winner)} wins: #{kase.slot.stages.precedence.title}, and it gives " \
            "#{Access::Facets.name(facet, winner.gives.facet(facet))}."
        end

        def remedies(one, other, winner)
          loser = winner && [one, other].find { |each| each != winner.rule }
          ordered = loser ? [loser, winner.rule] : [one, other]
          [apart(*ordered), switch_off(ordered[0])]
        end

        # The loser no longer speaks to those whom the winner is for.
        def apart(loser, winner)
          if winner.audience.everyone? || winner.audience.any.any? { |member| loser.audience.any.include?(member) }
            return nil
          end

          change(loser, "Exclude from #{called(loser)} those whom #{called(winner)} is for") do |document|
            document.merge(
              "audience" =>
                document["audience"].merge(
                  "except" => (document["audience"]["except"] || []) | winner.audience.any.map(&:to_h)
                )
            )
          end
        end
      end
    end
  end
end
