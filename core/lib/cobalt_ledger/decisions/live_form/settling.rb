# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Works out value effects and computed fields in rounds, until nothing changes any more.
    #
    # Every round starts from what is stored and typed, never from the round before: so what a rule set, cleared or
    # hid away comes back by itself when the rule ends, and the order in which values were typed does not matter.
    class Settling
      # Rounds at most. Values are copied, not counted up, so a form that settles does so in fewer rounds than it has
      # rules; only a computed field that feeds itself through a rule could go on for ever.
      ROUNDS = 100

      # What a rule wrote. action: ValueEffects::Action; value: typed value.
      Write = Struct.new(:action, :value)

      # facts: Facts to decide with; written: Hash of identifier to Write; loop: Array of Rules::Contribution that
      # feed each other without end, empty when the form settles; rounds: Integer.
      Settled = Struct.new(:facts, :written, :loop, :rounds, keyword_init: true)

      # facts: Conditions::Facts as typed; raw: values before anything was computed; typed: Hash with the identifiers of
      # what was typed by hand; defaults_only: true for the values a form is opened with, before its rules act on them.
      def initialize(plan, facts, raw, typed, defaults_only: false)
        @plan = plan
        @clearing = defaults_only ? [] : plan.value_effects.clearing
        @writing = plan.value_effects.writing
        @writing = @writing.select { |action| action.effect.is_a?(Rules::Effects::Default) } if defaults_only
        @facts = facts
        @raw = raw
        @typed = typed
      end

      # Rules that feed each other without end write nothing, so that what the form shows does not depend on where the
      # circle was broken off.
      def run
        looping = []
        loop do
          facts, written, culprits, rounds = attempt
          return Settled.new(facts: facts, written: written, loop: looping, rounds: rounds).freeze if culprits.empty?

          looping |= culprits
          @clearing = @clearing.reject { |action| looping.include?(action.contribution) }
          @writing = @writing.reject { |action| looping.include?(action.contribution) }
        end
      end

      private

      # Goes round until nothing changes: [Facts, Hash of writes, contributions that go in a circle, rounds].
      def attempt
        facts = @facts
        return [facts, {}, [], 0] if @clearing.empty? && @writing.empty?

        history = [[facts.entered.compact, {}]]
        ROUNDS.times do |round|
          values, written = turn(facts)
          filled = values.compact
          return [facts, written, [], round] if filled == history.last[0]

          again = history.index { |known, _| known == filled }
          facts = facts.with_entered(values)
          history << [filled, written]
          return [facts, written, culprits(history.drop(again + 1)), round + 1] if again
        end
        [facts, history.last[1], culprits(history.last(2)), ROUNDS]
      end

      # One round: [values, Hash of writes].
      def turn(facts)
        outcomes = @plan.outcomes(facts)
        written = {}
        @clearing.each { |action| written[action.field.id] ||= Write.new(action, nil) if hidden_by?(action, outcomes) }
        @writing.each { |action| write(action, facts, written) if action.outcome(outcomes) }
        [@plan.record_type.formulas.fill(@raw.merge(written.transform_values(&:value))), written]
      end

      def hidden_by?(action, outcomes)
        action.outcome(outcomes) && @plan.slot_of(action.field.id).decide(outcomes).hidden?
      end

      def write(action, facts, written)
        id = action.field.id
        if written.key?(id) || (action.effect.is_a?(Rules::Effects::Default) && (@typed.key?(id) || !@raw[id].nil?))
          return
        end

        value = action.reader&.call(facts)
        written[id] = Write.new(action, value) unless value.is_a?(Conditions::Unreadable)
      end

      # The rules whose writing differs from one round of the loop to the next.
      def culprits(rounds)
        rounds.map(&:last).each_cons(2).flat_map do |before, after|
          (before.keys | after.keys).reject { |id| before[id] == after[id] }.flat_map { |id| [before[id], after[id]] }
        end.compact.map { |write| write.action.contribution }.uniq
      end
    end
  end
end
