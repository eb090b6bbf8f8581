# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What some conditions of one policy can result in together, searched once for all the plans that ask.
    class SearchMemory
      # Sets of conditions remembered at once.
      LIMIT = 20_000

      def initialize
        @searches = Memory.new(LIMIT)
      end

      # The Conditions::Solver::Situations::Found for some conditions; the block makes it where it is not there yet.
      # type: Catalogue::RecordType; kind: what the mode makes of stored values; base: Conditions::Facts; free: keys
      # that are chosen although base knows them.
      def fetch(type, kind, conditions, base, free = [], &block)
        circumstances = base.circumstances(Conditions::Facts.circumstances_of(conditions))
        @searches.fetch([type.id, kind, conditions.map(&:identity), circumstances, free], &block)
      end
    end
  end
end
