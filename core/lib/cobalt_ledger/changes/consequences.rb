# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What keeping an edited rule would do to people, in plain sentences:
    # "Asha Brandt may no longer change Count of an outgoing loan when editing: Editable becomes Read-only, when …".
    class Consequences
      # from, to: Decisions::Engine before and after; rule: identifier; since: Time before which nothing is told.
      def initialize(from, to, rule, since:)
        @engines = [from, to]
        @rule = rule
        @comparison = Comparison.new(from, to, since: since)
      end

      # Array of String, what could not be decided last.
      def sentences
        @sentences ||= Wording.new(@engines.map(&:policy), @engines.last.directory)
          .told(@comparison.lines(types), @comparison.undecided(types))
      end

      # Why no one meets any difference, where no one does: Array of NoEffect::Reason.
      def why
        rule = rules.last
        return [] if rule.nil? || sentences.any?
        return [NoEffect::Reason.new(["Nothing that affects access has been edited."])] unless moved?

        NoEffect.new(@engines.last, rule).reasons
      end

      private

      # Has anything of it moved but its words?
      def moved?
        types.any? do |id|
          sides = @engines.map { |engine| Side.new(engine, engine.policy.record_type(id)) }
          Moved.new(*sides).rules.any? { |each| each.id == @rule }
        end
      end

      # Record types that the rule is about, before and after.
      def types = rules.map(&:record_type).uniq

      # The rule as it was and as it is.
      def rules
        @engines.filter_map { |engine| engine.policy.rules.find { |each| each.id == @rule } }
      end
    end
  end
end
