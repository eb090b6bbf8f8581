# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Where a rule applies: in which units (with those below), modes and channels. Empty means all. Immutable.
    class Reach
      attr_reader :units, :modes, :channels

      def initialize(units: [], modes: [], channels: [])
        @units = units.freeze
        @modes = modes.freeze
        @channels = channels.freeze
        freeze
      end

      def self.from(hash)
        hash ||= {}
        new(units: hash["units"] || [], modes: hash["modes"] || [], channels: hash["channels"] || [])
      end

      # units_above: the record's unit and all above it; mode, channel: String.
      def cover?(units_above, mode, channel)
        mismatch(units_above, mode, channel).nil?
      end

      # :unit, :mode or :channel, whichever keeps the rule from applying; nil when it applies.
      def mismatch(units_above, mode, channel)
        return :unit unless units.empty? || units.intersect?(units_above)
        return :mode unless modes.empty? || modes.include?(mode)

        :channel unless channels.empty? || channels.include?(channel)
      end

      def to_h
        { "units" => units, "modes" => modes, "channels" => channels }.reject { |_, list| list.empty? }
      end
    end
  end
end
