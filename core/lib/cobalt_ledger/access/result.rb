# frozen_string_literal: true

module CobaltLedger
  module Access
    # The result of the four stages for one field, and who gave each facet its value.
    class Result
      # Who gave a facet its value. kind: :label, :baseline, :field, :rule, :guardrail or :consistency; source:
      # Catalogue::Label, Catalogue::Baseline, Catalogue::Field or Rules::Contribution (one half of a rule), and for
      # consistency a String that says why.
      Giver = Struct.new(:kind, :source)

      # Something that consistency took away. facet: one of Facets::ALL; value: Integer that it had; words: why; by: the
      # Result of what stands above it and took it away, the record as a whole or the action to open it, or nil.
      Drop = Struct.new(:facet, :value, :words, :by) do
        # The facet of what took it away that shut.
        def by_facet = by.final.permission ? :permission : :entry
      end

      # baseline, ruled, guarded, final: State on leaving each stage; dropped: Array of Drop; contested: facets to which
      # ordinary rules that apply give different values; spoken: Spoken.
      attr_reader :baseline, :ruled, :guarded, :final, :dropped, :contested, :spoken

      def initialize(baseline, ruled, guarded, final, dropped, contested, spoken)
        @baseline = baseline
        @ruled = ruled
        @guarded = guarded
        @final = final
        @dropped = dropped
        @contested = contested
        @spoken = spoken
      end

      # facet: one of Facets::ALL. Returns an Array of Giver: all that gave the facet the value it has in the end, those
      # that agree among them, the last stage first; never empty.
      def givers(facet)
        drop = dropped.find { |each| each.facet == facet }
        return drop.by ? drop.by.givers(drop.by_facet) : [Giver.new(:consistency, drop.words)] if drop

        guarding = contributions_to(facet, spoken.guardrails, guarded).map { |each| Giver.new(:guardrail, each) }
        return guarding if guarding.any? && ruled.facet(facet) != guarded.facet(facet)

        ruling =
          contributions_to(facet, spoken.rules + spoken.doubtful_rules, ruled).map { |each| Giver.new(:rule, each) }
        guarding + (ruling.any? ? ruling : beginners(facet))
      end

      # The rules and guardrails among the givers: Array of Rules::Contribution, ordinary rules first.
      def rules_behind(facet)
        above = shut_by(facet)
        return above.rules_behind(above.final.permission ? :permission : :entry) if above

        contributions_to(facet, spoken.rules + spoken.doubtful_rules, ruled) +
          contributions_to(facet, spoken.guardrails, guarded)
      end

      # The Result of what stands above and shut a facet, or nil where nothing above changed it.
      def shut_by(facet) = dropped.find { |drop| drop.facet == facet && drop.by }&.by

      # The same, covered at least as much as something else is. state: State of that; words: what it is; lock: is what
      # is covered to be locked too? Returns a Result.
      def covered_as(state, words)
        sight = State.new(visibility: final.visibility, mask: final.mask, replace: final.replace)
          .strictest(State.new(visibility: state.visibility, mask: state.mask))
        shut = sight.visibility != Facets::SHOWN && !sight.replace
        left = final.with(visibility: sight.visibility, mask: sight.mask, replace: sight.replace,
                          **(shut ? { entry: Facets::LOCKED, presence: Facets::OPTIONAL } : {}))
        return self if left == final

        Result.new(baseline, ruled, guarded, left, dropped + differences(left, words), contested, spoken)
      end

      # What a facet begins with: the baselines that speak of it, or else the label. Array of Giver with what each
      # gives: [Giver, Integer of Facets].
      def beginning(facet)
        speaking = spoken.baselines.reject { |each| each.state.facet(facet).nil? }
        return [[Giver.new(:label, spoken.label), spoken.label.start.facet(facet)]] if speaking.empty?

        speaking.map { |each| [giver_of(each), each.state.facet(facet)] }
      end

      # All that the field begins with: the label where it speaks of some facet, then the baselines. Array of Giver.
      def beginnings
        (left_to_label.any? ? [Giver.new(:label, spoken.label)] : []) + spoken.baselines.map { |each| giver_of(each) }
      end

      # Facets of which no baseline speaks, so that they begin as the label says.
      def left_to_label
        Facets::ALL.reject do |facet|
          spoken.label.start.facet(facet).nil? || spoken.baselines.any? { |each| each.state.facet(facet) }
        end
      end

      private

      # What has been taken away to come to a state.
      def differences(left, words)
        Facets::ALL.reject { |facet| left.facet(facet) == final.facet(facet) }
          .map { |facet| Drop.new(facet, final.facet(facet), words) }
          .push(*(if left.mask != final.mask && left.visibility == final.visibility
                    [Drop.new(:visibility,
                              final.visibility, words)]
                  else
                    []
                  end))
      end

      def beginners(facet)
        found = beginning(facet)
        same = found.select { |_, value| value == baseline.facet(facet) }
        (same.empty? ? found : same).map(&:first)
      end

      def giver_of(speaker) = Giver.new(speaker.source.respond_to?(:states) ? :baseline : :field, speaker.source)

      # Those that give the facet what it is on leaving their stage; of masks only the one that stands.
      def contributions_to(facet, contributions, state)
        value = state.facet(facet)
        return [] if value.nil?

        contributions.select do |each|
          each.gives.facet(facet) == value &&
            (facet != :visibility || value != Facets::MASKED || each.gives.mask == state.mask)
        end
      end
    end
  end
end
