# frozen_string_literal: true

module CobaltLedger
  module Audit
    # The units, modes, channels and forms of a record type, told apart only as far as some rules tell them apart.
    class Contexts
      def initialize(policy, record_type, directory)
        @policy = policy
        @record_type = record_type
        @directory = directory
      end

      # Bit set over the rules for which the block is true.
      def self.bits(rules) = rules.each_with_index.sum { |rule, index| yield(rule) ? 1 << index : 0 }

      # Array of [bit set over the rules that reach there, [unit, above, mode, channel, form, unit's baselines]].
      def of(rules, channels = Decisions::Question::CHANNELS)
        found = {}
        ways =
          Decisions::Question::MODES
            .product(channels, forms(rules))
            .map { |way| [way, Contexts.bits(rules) { |rule| rule.reach.through?(*way) }] }
        places.each do |unit, above, baselines|
          here = Contexts.bits(rules) { |rule| rule.reach.in_unit?(above) }
          ways.each do |way, through|
            found[[here & through, way.first, baselines]] ||= [here & through, [unit, above, *way, baselines]]
          end
        end
        found.values
      end

      # Forms that rules tell apart: identifiers, with one that none of them names; nil where none names any.
      def forms(rules)
        named = rules.flat_map { |rule| rule.reach.forms }.uniq
        return [nil] if named.empty?

        named + (@record_type.forms.map(&:id) - named).first(1)
      end

      private

      # Units with those above them and the baselines they begin with.
      def places
        @places ||=
          Space.units(@directory).map do |unit|
            above = @directory.with_above(:unit, unit)
            [
              unit, above,
              @policy.baselines_of(@record_type.id).select { |baseline| baseline.units.intersect?(above) }.map(&:id)
            ]
          end
      end
    end
  end
end
