# frozen_string_literal: true

module CobaltLedger
  module Access
    # The stages of an action. What may not be opened is neither saved nor deleted, locked, revealed or exported, and
    # what is locked is not deleted.
    class ActionStages < Stages
      # As of Stages.
      def consistent(guarded, above:, **)
        return [guarded, []] if guarded.permission == Facets::DENIED

        shut = above.find { |each| each.final.permission == Facets::DENIED }
        return denied(guarded, "the record may not be opened", shut) if shut

        locked = above.find { |each| each.final.entry == Facets::LOCKED }
        locked ? denied(guarded, WholeStages.words(locked), locked) : [guarded, []]
      end

      private

      def denied(guarded, words, above)
        [
          guarded.with(permission: Facets::DENIED),
          [Result::Drop.new(:permission, Facets::ALLOWED, words, above)]
        ]
      end
    end
  end
end
