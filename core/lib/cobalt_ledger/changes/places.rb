# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Units, modes and channels, told apart only as far as some rules and baselines of two policies tell them apart.
    class Places
      # Several that are one. units, channels: Array of identifiers; above: a unit of them and all above it, before and
      # after.
      Place = Struct.new(:units, :above, :mode, :channels, keyword_init: true)

      # from, to: Side.
      def initialize(from, to)
        @sides = [from, to]
        @units = Space.units(from.directory, to.directory)
      end

      # rules: of either policy. Returns an Array of Place.
      def of(rules)
        Decisions::Question::MODES.product(units(rules)).flat_map do |mode, (units, above)|
          channels(rules, mode).map { |channels| Place.new(units: units, above: above, mode: mode, channels: channels) }
        end
      end

      private

      # Array of [units, what is above the first of them].
      def units(rules)
        @units
          .map { |unit| [unit, @sides.map { |side| side.directory.with_above(:unit, unit) }] }
          .group_by { |_, above| [rules.map { |rule| above.map { |each| rule.reach.in_unit?(each) } }, begun(above)] }
          .values
          .map { |found| [found.map(&:first), found[0][1]] }
      end

      # Which baselines begin there.
      def begun(above)
        @sides.zip(above).map do |side, units|
          side.type ? side.policy.baselines_of(side.type.id).map { |each| each.units.intersect?(units) } : []
        end
      end

      def channels(rules, mode)
        own = rules.select { |rule| rule.reach.in_mode?(mode) }
        Decisions::Question::CHANNELS.group_by { |each| own.map { |rule| rule.reach.by_channel?(each) } }.values
      end
    end
  end
end
