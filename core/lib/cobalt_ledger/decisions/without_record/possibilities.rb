# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What can happen to sets of conditions of one policy, searched once for all the plans that ask. Safe to share
    # between threads: at worst two of them search for the same.
    class Possibilities
      # Sets of conditions remembered before starting over.
      LIMIT = 20_000

      # What of the question, beside the record, can make a difference, by the kind of what is looked up.
      CIRCUMSTANCES = { time: :at, user: :principals, attribute: :principals, network: :network, place: :place }.freeze

      # What of the question some conditions hang on, as it is. base: Conditions::Facts.
      def self.circumstances(conditions, base)
        conditions.flat_map(&:reads).filter_map { |each, *| CIRCUMSTANCES[each] }.uniq.map { |each| base.public_send(each) }
      end

      def initialize
        @searches = {}
      end

      # The Conditions::Solver::Situations::Found for some conditions; the block makes it where it is not there yet.
      # type: Catalogue::RecordType; kind: what the mode makes of stored values; base: Conditions::Facts.
      def fetch(type, kind, conditions, base)
        key = [type.id, kind, conditions.map(&:identity), Possibilities.circumstances(conditions, base)]
        @searches.fetch(key) do
          search = yield
          # Replaced, not cleared: readers go on with the table they have.
          @searches = {} if @searches.size >= LIMIT
          @searches[key] = search
        end
      end
    end
  end
end
