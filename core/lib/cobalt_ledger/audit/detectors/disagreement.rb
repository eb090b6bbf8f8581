# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Two rules that can apply to one person at once give a facet different values.
      # Bad: one rule masks the loan fee for curators, another shows it to the acquisitions panel, and some curators sit on
      # the panel. Good: the second rule excepts curators, or the first gives way by its audience.
      class Disagreement < Detector
        known_as "disagreement", order: 10
        describes "Disagreement", severity: "note", group: "disagreement",
                                  meaning: "Two rules that can apply to one person at once give a facet different values; the precedence settles which counts."

        def findings
          found = {}
          @type.fields.each { |field| @survey.cases(field).each { |kase| collect(kase, found) } }
          found.values.filter_map { |pair| tell(**pair) }
        end

        private

        def collect(kase, found)
          kase.situations.each do |outcomes, example|
            clashes(kase.applying(outcomes)).each do |one, other, facet|
              key = [[one.id, other.id].sort, facet]
              pair = (found[key] ||= { one: one, other: other, facet: facet, fields: [], shown: nil, users: 0 })
              pair[:fields] |= [kase.field]
              pair[:users] = [pair[:users], kase.users].max
              pair[:shown] ||= [kase, outcomes, example]
            end
          end
        end

        # Pairs of contributions of different rules that give a facet different values: [one, other, facet].
        def clashes(applying)
          applying.combination(2).flat_map do |one, other|
            next [] if one.rule == other.rule

            Decisions::Facets::ALL.filter_map do |facet|
              values = [one, other].map { |each| each.gives.facet(facet) }
              [one, other, facet] if values.none?(&:nil?) && values.uniq.size == 2
            end
          end
        end

        def tell(one:, other:, facet:, fields:, shown:, users:)
          kase, outcomes, example = shown
          values = [one, other].map { |each| Decisions::Facets.name(facet, each.gives.facet(facet)) }
          result = kase.result(outcomes)
          winner = [one, other].find { |each| each.gives.facet(facet) == result.ruled.facet(facet) }
          finding("#{called(one)} and #{called(other)} disagree on #{names(fields)}: #{values[0]} against #{values[1]}, for #{Words.count(users, 'person', 'people')} at once.",
                  fields: fields, rules: [one.rule, other.rule].sort_by(&:id), facet: facet.to_s, winner: winner_words(kase, winner, facet),
                  overlap: Overlap.new(@survey, one, other).to_h,
                  example: @survey.example(kase, example), remedies: remedies(one.rule, other.rule, winner))
        end

        def winner_words(kase, winner, facet)
          return "Neither wins: another rule counts." unless winner

          "#{called(winner)} wins: #{kase.slot.stages.precedence.title}, and it gives #{Decisions::Facets.name(facet, winner.gives.facet(facet))}."
        end

        def remedies(one, other, winner)
          loser = winner && [one, other].find { |each| each != winner.rule }
          ordered = loser ? [loser, winner.rule] : [one, other]
          [apart(*ordered), switch_off(ordered[0])]
        end

        # The loser no longer speaks to those whom the winner is for.
        def apart(loser, winner)
          return nil if winner.audience.everyone? || winner.audience.any.any? { |member| loser.audience.any.include?(member) }

          change(loser, "Except from #{called(loser)} those whom #{called(winner)} is for") do |document|
            document.merge("audience" => document["audience"].merge("except" => (document["audience"]["except"] || []) | winner.audience.any.map(&:to_h)))
          end
        end
      end
    end
  end
end
