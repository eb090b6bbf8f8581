# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What of a policy's limits and places goes further than before, in words; nil where nothing does.
    module LoosenedLimits
      module_function

      # before, after: Rules::Policy.
      def words(before, after)
        limits(before.limits, after.limits) || places(before, after)
      end

      def limits(before, after)
        return "a record stays unlocked for longer" if after.unlock_minutes > before.unlock_minutes
        return "more values can be revealed in an hour" if after.reveals_per_hour > before.reveals_per_hour
        return "a revealed value is shown for longer" if after.look_seconds > before.look_seconds
        return "whole records can be revealed" if after.emergency_group && before.emergency_group.nil?
        if after.emergency_group != before.emergency_group
          return "different people are notified when a whole record is revealed"
        end

        signers(before, after) || journal(before, after)
      end

      def signers(before, after)
        sooner = after.new_signer_hours && (before.new_signer_hours.nil? ||
                                            after.new_signer_hours < before.new_signer_hours)
        "new sign-ins can sign sooner" if sooner
      end

      def journal(before, after)
        shorter = after.journal_days && (before.journal_days.nil? || after.journal_days < before.journal_days)
        "the journal is kept for a shorter time" if shorter
      end

      # Who is where decides what rules that ask for the place do.
      def places(before, after)
        same = [before, after].map { |policy| policy.places.map { |each| [each.id, each.networks.map(&:to_s).sort] } }
        return nil if same[0].sort == same[1].sort

        asked = after.rules.any? { |rule| rule.on? && rule.condition&.reads&.include?([:place]) }
        "who counts as being at a place changes, and rules depend on it" if asked
      end

      private_class_method :limits, :signers, :journal, :places
    end
  end
end
