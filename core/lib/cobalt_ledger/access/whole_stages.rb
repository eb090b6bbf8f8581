# frozen_string_literal: true

module CobaltLedger
  module Access
    # The stages of the record as a whole. Who locks it by hand shuts it whatever the rules say; who unlocks it for a
    # time lifts what ordinary rules, stages and hands have locked, and never what a guardrail locks.
    class WholeStages < Stages
      BY_HAND = "locked by a person"

      # Why a record is locked, in words. result: Result of a record that is.
      def self.words(result)
        result.dropped.any? { |drop| drop.words == BY_HAND } ? "the record is #{BY_HAND}" : "the record is locked"
      end

      # As of Stages.
      def consistent(guarded, hand: nil, spoken: nil, **)
        case hand
        when :locked then locked_by_hand(guarded)
        when :lifted then lifted(guarded, spoken)
        else [guarded, []]
        end
      end

      private

      def locked_by_hand(guarded)
        return [guarded, []] if guarded.entry == Facets::LOCKED

        [guarded.with(entry: Facets::LOCKED), [Result::Drop.new(:entry, Facets::OPEN, BY_HAND)]]
      end

      def lifted(guarded, spoken)
        if guarded.entry == Facets::OPEN || spoken.guardrails.any? { |each| each.gives.entry == Facets::LOCKED }
          return [guarded, []]
        end

        [guarded.with(entry: Facets::OPEN), [Result::Drop.new(:entry, Facets::LOCKED, "temporarily unlocked")]]
      end
    end
  end
end
