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
      # start: the Decision before any of the changes; changes: Hash of identifier to JSON value; budget: decisions at
      # most.
      def initialize(engine, start, changes, budget)
        @engine = engine
        @question = start.question
        @changes = changes
        @budget = budget
        @influences = Influences.new(start.plan, changes.keys)
        # What was decided after some of the changes, by the changes in order of their names: whichever way they were
        # come to.
        @decided = { {} => start }
        @spent = 0
      end

      # The Decision after some changes. changes: Hash of identifier to JSON value.
      def decided(changes)
        @decided[changes] ||= @engine.decide(@question.with(entered: changes))
      end

      # [] when an order exists; otherwise [identifier, FieldDecision, Access::Result] for each change that could not be
      # made after the longest run of allowed ones. Never [] because the search gave up.
      def stuck
        return [] if @changes.empty?

        made = longest.flat_map { |runs| runs.first || [] }
        made.size == @changes.size ? [] : explain(made)
      end

      # Could the longest run have left out others as well? Then it can't be decided which of the changes was meant to
      # stand.
      def ambiguous? = longest.any? { |runs| runs.size > 1 }

      # True when the search gave up before it had tried everything.
      def gave_up? = @spent > @budget

      private

      # For each knot the longest runs of allowed changes, each another set of them; one that holds all when an order
      # exists.
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
        return false if (@spent += 1) > @budget

        @seen[made.sort] = true
        left = knot - made
        open = open_ones(left, made)
        # Those that influence none of the others are made all at once: none of them can close another.
        harmless = open.select { |id| @influences.none?(id, left - [id]) }
        (harmless.any? ? [harmless] : open.map { |id| [id] }).any? { |ids| descend(knot, made + ids) }
      end

      def note(made)
        size = @furthest.first&.size || 0
        @furthest = [] if made.size > size
        @furthest << made if made.size >= size
      end

      def open_ones(left, made)
        decided = decided(after(made)).fields
        left.select { |id| decided[id].open? }
      end

      def explain(made)
        decision = decided(after(made))
        left = (@changes.keys - made).map { |id| [id, decision[id], decision.result(id)] }
        closed = left.reject { |_, decision, _| decision.open? }
        closed.empty? ? left : closed
      end

      def after(made) = @changes.slice(*made.sort)
    end
  end
end
