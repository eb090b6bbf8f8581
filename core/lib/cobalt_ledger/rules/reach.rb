# frozen_string_literal: true

module CobaltLedger
  module Rules
    # Where a rule applies: in which units (with those below), modes, channels and forms. Empty means all. Immutable.
    class Reach
      attr_reader :units, :modes, :channels, :forms

      def initialize(units: [], modes: [], channels: [], forms: [])
        @units = units.freeze
        @modes = modes.freeze
        @channels = channels.freeze
        @forms = forms.freeze
        freeze
      end

      def self.from(hash)
        hash ||= {}
        new(
          units: hash["units"] || [], modes: hash["modes"] || [], channels: hash["channels"] || [],
          forms: hash["forms"] || []
        )
      end

      # Does it apply in a unit? units_above: the unit and all above it.
      def in_unit?(units_above) = units.empty? || units.intersect?(units_above)

      # Does it reach so far? What is not named is reached altogether.
      def in_mode?(mode) = modes.empty? || modes.include?(mode)
      def by_channel?(channel) = channels.empty? || channels.include?(channel)
      def on_form?(form) = forms.empty? || forms.include?(form)

      # Does it apply in a mode, through a channel, on a form?
      def through?(mode, channel, form) = in_mode?(mode) && by_channel?(channel) && on_form?(form)

      # units_above: the record's unit and all above it; mode, channel: String; form: identifier or nil.
      def cover?(units_above, mode, channel, form = nil)
        in_unit?(units_above) && through?(mode, channel, form)
      end

      # :unit, :mode, :channel or :form, whichever keeps the rule from applying; nil when it applies.
      def mismatch(units_above, mode, channel, form = nil)
        return :unit unless in_unit?(units_above)
        return :mode unless in_mode?(mode)
        return :channel unless by_channel?(channel)

        :form unless on_form?(form)
      end

      def to_h
        { "units" => units, "modes" => modes, "channels" => channels, "forms" => forms }.reject do |_, list|
          list.empty?
        end
      end
    end
  end
end
