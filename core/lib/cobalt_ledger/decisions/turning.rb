# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # When a decision has to be asked for anew although nothing of the record has changed: because a window opens or
    # shuts, or another day begins.
    module Turning
      module_function

      # decision: Decision. Returns the next Time at which it may come to something else, or nil where it never does by
      # time alone.
      def after(decision)
        at = decision.question.at or return nil
        conditions = decision.plan.conditions
        moments = conditions.flat_map(&:windows).filter_map { |window| window.next_change(at) }
        moments += conditions.flat_map(&:comparisons).flat_map { |each| turns(each, decision.settled.facts) }
        moments.select { |moment| moment > at }.min
      end

      # Where a comparison that asks for the time may come to something else: the moment that it compares with, and the
      # next beginning of a day.
      def turns(comparison, facts)
        return [] unless comparison.reads.include?([:time])

        named = [comparison.left, comparison.right].compact.filter_map do |operand|
          value = operand.reader.call(facts)
          value if value.is_a?(Time) && !operand.is_a?(Conditions::Operands::Time)
        end
        # At a moment that counts itself something else holds, and right after it again.
        named.flat_map { |moment| [moment, moment + 1] } + [tomorrow(facts)]
      end

      def tomorrow(facts)
        start = facts.at.to_i / 60
        today = facts.today
        minute = ((start + 1)..(start + (26 * 60))).bsearch do |each|
          facts.local(Time.at(each * 60).utc).to_date > today
        end
        Time.at(minute * 60).utc
      end
      private_class_method :turns, :tomorrow
    end
  end
end
