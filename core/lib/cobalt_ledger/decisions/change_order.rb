# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Looks for an order in which each change could have been made while its field was open:
    # first the amount, then the status that locks it.
    class ChangeOrder
      # changes: Hash of identifier to JSON value; budget: decisions at most.
      def initialize(engine, question, changes, budget)
        @engine = engine
        @question = question
        @changes = changes
        @budget = budget
        @seen = {}
        @furthest = []
      end

      # [] when an order exists; otherwise [identifier, FieldDecision, account] for each change that could not be
      # made after the longest run of allowed ones. Never [] because the search gave up.
      def stuck
        return [] if @changes.empty? || search([])

        question = @question.with(stored: after(@furthest))
        left = (@changes.keys - @furthest).map do |id|
          decision = @engine.decide(question, reasoning: [id])
          [id, decision[id], decision.reasoning[id]]
        end
        closed = left.reject { |_, decision, _| decision.open? }
        closed.empty? ? left : closed
      end

      private

      # Depth first over sets of changes already made; a set is looked at once, whichever way it was reached.
      def search(made)
        return true if made.size == @changes.size
        return false if @seen[made.sort] || @seen.size >= @budget

        @seen[made.sort] = true
        @furthest = made if made.size > @furthest.size
        decided = @engine.decide(@question.with(stored: after(made))).fields
        (@changes.keys - made).select { |id| decided[id].open? }.any? { |id| search(made + [id]) }
      end

      def after(made) = @question.stored.merge(@changes.slice(*made))
    end
  end
end
