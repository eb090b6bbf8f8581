# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Looks for an order in which each change could have been made while its field was open:
    # first the amount, then the status that locks it.
    #
    # Changes that have no influence on each other's fields are ordered apart, and a change that influences none of
    # those still to be made is made as soon as its field is open: that can't take an order away. What is left to try
    # is only where changes are truly tangled.
    class ChangeOrder
      # changes: Hash of identifier to JSON value; budget: decisions at most.
      def initialize(engine, question, changes, budget)
        @engine = engine
        @question = question
        @changes = changes
        @budget = budget
        @decisions = 0
        @influences = Influences.new(engine.plan_for(question), changes.keys)
      end

      # [] when an order exists; otherwise [identifier, FieldDecision, account] for each change that could not be
      # made after the longest run of allowed ones. Never [] because the search gave up.
      def stuck
        return [] if @changes.empty?

        made = longest.flat_map { |runs| runs.first || [] }
        made.size == @changes.size ? [] : explain(made)
      end

      # Could the longest run have left out others as well? Then it can't be told which of the changes was meant to stand.
      def ambiguous? = longest.any? { |runs| runs.size > 1 }

      # True when the search gave up before it had tried everything.
      def gave_up? = @decisions > @budget

      private

      # For each knot the longest runs of allowed changes, each another set of them; one that holds all when an order exists.
      def longest = @longest ||= @influences.knots.map { |knot| search(knot) }

      # Depth first over sets of changes already made; a set is looked at once, whichever way it was reached.
      def search(knot)
        @seen = {}
        @furthest = []
        descend(knot, [])
        @furthest
      end

      def descend(knot, made)
        return false if @seen[made.sort]

        note(made)
        return true if made.size == knot.size
        return false if (@decisions += 1) > @budget

        @seen[made.sort] = true
        open = open_ones(knot - made, made)
        harmless = open.find { |id| @influences.none?(id, knot - made - [id]) }
        (harmless ? [harmless] : open).any? { |id| descend(knot, made + [id]) }
      end

      def note(made)
        size = @furthest.first&.size || 0
        @furthest = [] if made.size > size
        @furthest << made if made.size >= size
      end

      def open_ones(left, made)
        decided = @engine.decide(after(made)).fields
        left.select { |id| decided[id].open? }
      end

      def explain(made)
        question = after(made)
        left = (@changes.keys - made).map do |id|
          decision = @engine.decide(question, reasoning: [id])
          [id, decision[id], decision.reasoning[id]]
        end
        closed = left.reject { |_, decision, _| decision.open? }
        closed.empty? ? left : closed
      end

      def after(made) = @question.with(entered: @changes.slice(*made))
    end
  end
end
