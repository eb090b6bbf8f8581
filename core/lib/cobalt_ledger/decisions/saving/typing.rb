# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Parts what was typed into a form: what counts, and what does not.
    #
    # What counts is what could have been typed in some order while its fields were open. Someone who types, and then
    # changes their mind about something else, leaves values behind in fields that have closed since: these are put
    # aside, and the record keeps what it holds there. A value in a field that nothing else that was typed could have
    # opened was never typed into this form at all: it is forbidden. So it is where the values shut each other out, and
    # it can't be decided which of them was to stand.
    class Typing
      # A value put aside. kind: "hidden", "masked" or "locked"; result: Access::Result of the field.
      Aside = Struct.new(:field, :kind, :result) do
        # For a field of a Decision, as it is decided there.
        def self.of(decision, id) = new(decision[id].field, Typing.kind(decision[id]), decision.result(id))

        # "Condition grade is hidden, by rule 7 Grades wait for a lead, so the typed value is not saved"
        def words
          rules = Blame.rules(result, kind)
          because = rules.empty? ? "" : ", by rule #{Blame.list(rules)}"
          "#{field.name} is #{kind}#{because}, so the typed value is not saved"
        end

        # The same for people who know nothing of rules.
        def plain
          titles = Blame.titles(Blame.rules(result, kind))
          because = titles.empty? ? "" : " (#{titles})"
          "#{field.name} is #{kind}#{because}, so the typed value is not saved"
        end
      end

      # Decisions made at most while looking for an order.
      BUDGET = 4_000

      # changes: what of the typing makes a difference, Hash of identifier to JSON value; kept: what of that counts;
      # aside: Array of Aside; forbidden: Array of [identifier, FieldDecision, Access::Result].
      attr_reader :changes, :kept, :aside, :forbidden

      # start: the Decision before anything was typed; typed: Hash of identifier to JSON value, all of known fields.
      def initialize(engine, start, typed, budget: BUDGET)
        @type = start.question.record_type
        @changes = typed.empty? ? typed : real_changes(start, typed)
        @order = ChangeOrder.new(engine, start, changes, budget)
        @left = @order.stuck
        @kept = changes.except(*@left.map(&:first))
        # Something that was typed and taken back again may have opened a field too.
        touched = @left.empty? ? nil : Influences.new(start.plan, typed.keys)
        closed, @forbidden = @left.partition { |id, decision, _| !decision.open? && touched.influenced?(id) }
        @aside = closed.map { |id, decision, result| Aside.new(@type.field(id), Typing.kind(decision), result) }
      end

      # Why a field that is not open is not: "hidden", "masked" or "locked".
      def self.kind(decision)
        return "hidden" if decision.hidden?

        decision.masked? ? "masked" : "locked"
      end

      # The Decision with what counts of the typing.
      def decision = @decision ||= @order.decided(kept)

      # Was there too much to try? Then nothing is said to be allowed.
      def gave_up? = @order.gave_up?

      # What a save has to refuse, as forbidden: where it can't be decided what was meant to stand, all that was left
      # out.
      def refused = gave_up? || @order.ambiguous? ? @left : forbidden

      private

      # What leaves a value as it is is no change; but writing into a field one can't see is one even when it happens to
      # be the stored value, or a program could guess a hidden value by trying.
      def real_changes(start, typed)
        typed.reject do |id, raw|
          field = @type.field(id)
          seen = !start[id].hidden? && !start[id].masked?
          # Emptying what a rule filled in is a change, though nothing is stored yet.
          seen && !start.settled.written.key?(id) && Values.same?(field, start.question.stored[id], raw)
        end
      end
    end
  end
end
