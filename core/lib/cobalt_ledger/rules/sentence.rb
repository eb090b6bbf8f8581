# frozen_string_literal: true

module CobaltLedger
  module Rules
    # A rule read back as one plain sentence, made from the rule itself.
    class Sentence
      MODES = { "create" => "creating", "edit" => "editing", "view" => "viewing", "list" => "listing" }.freeze
      CHANNELS = { "form" => "the form", "import" => "an import", "automation" => "an automation",
                   "interface" => "a program" }.freeze

      # One part of the sentence. part: "audience", "reach", "window", "condition", "targets", "effects" or "otherwise";
      # nil for joining words.
      Segment = Struct.new(:part, :text) do
        def to_h = { "part" => part, "text" => text }
      end

      def initialize(rule, policy, directory)
        @rule = rule
        @record_type = policy.record_type(rule.record_type)
        @directory = directory
      end

      def to_s = segments.map(&:text).join

      # Array of Segment, in reading order.
      def segments
        parts = [
          Segment.new(nil, "For "), Segment.new("audience", @rule.audience.words(@directory)), Segment.new(nil, ", "),
          Segment.new("reach", reach)
        ]
        parts << Segment.new(nil, ", ") << Segment.new("window", @rule.window.words) if @rule.window
        parts.concat(condition) if @rule.condition
        parts << Segment.new(nil, ": ") << Segment.new("targets", targets) <<
          Segment.new(nil, plural? ? " are " : " is ")
        parts << Segment.new("effects", list(@rule.effects))
        parts.concat(otherwise) if @rule.condition
        parts << Segment.new(nil, ".")
      end

      private

      def condition
        [
          Segment.new(nil, @rule.on_opening? ? ", when on opening " : ", when "),
          Segment.new("condition", @rule.condition.words(@directory))
        ]
      end

      # The other half: said outright where it has effects of its own.
      def otherwise
        return [] if @rule.otherwise.empty?

        [Segment.new(nil, "; otherwise "), Segment.new("otherwise", list(@rule.otherwise))]
      end

      def list(effects) = Words.list(effects.map { |effect| effect.words(@directory) })

      def reach
        modes = @rule.reach.modes.map { |mode| MODES.fetch(mode, mode) }
        text = "#{modes.empty? ? 'in any mode of' : Words.list(modes, 'or')} #{Words.indefinite(@record_type.noun)}"
        channels = @rule.reach.channels.map { |channel| CHANNELS.fetch(channel, channel) }
        text += " through #{Words.list(channels, 'or')}" if channels.any?
        forms = @rule.reach.forms.map { |id| @record_type.form(id)&.name || id }
        text += " on #{Words.list(forms, 'or')}" if forms.any?
        units = @rule.reach.units.map { |unit| @directory.name_of(:unit, unit) }
        units.any? ? "#{text} at #{Words.list(units, 'or')}" : text
      end

      def targets
        fields = @rule.field_ids.map { |id| @record_type.field(id)&.name || id }
        sections = @rule.section_ids.map { |id| "every field under #{@record_type.section(id)&.name || id}" }
        Words.list(fields + sections)
      end

      def plural? = @rule.field_ids.size + @rule.section_ids.size > 1
    end
  end
end
