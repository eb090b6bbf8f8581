# frozen_string_literal: true

module CobaltLedger
  module Rules
    # A rule read back as one plain sentence, made from the rule itself.
    class Sentence
      MODES = Space::MODES
      CHANNELS = Space::CHANNELS

      # One part of the sentence. part: "audience", "reach", "window", "condition", or "line-0" and so on; nil for
      # joining words.
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
        parts << Segment.new(nil, ": ")
        parts.concat(halves) << Segment.new(nil, ".")
      end

      # A title that says what the rule does to whom: "Telephone masked for Courier".
      def title
        line = @rule.lines.first
        subject = named(line)
        subject = subject.sub(/ it\z/, " #{Words.indefinite(@record_type.noun)}") if line.action_ids.any?
        words = "#{subject} #{list(line.effects)} for #{@rule.audience.words(@directory)}"
        "#{words[0].upcase}#{words[1..]}"[0, 200]
      end

      private

      def condition
        [
          Segment.new(nil, @rule.on_opening? ? ", when the form opens " : ", when "),
          Segment.new("condition", @rule.condition.words(@directory))
        ]
      end

      # What becomes of the fields of each line, and then what becomes of them otherwise, where that is said. A single
      # line does not name its fields twice.
      def halves
        told = joined(@rule.lines) { |line| [named(line), line.effects] }
        others = @rule.condition ? @rule.lines.reject { |line| line.otherwise.empty? } : []
        return told if others.empty?

        told << Segment.new(nil, "; otherwise ")
        return told << Segment.new(part(others.first), list(others.first.otherwise)) if @rule.lines.size == 1

        told.concat(joined(others) { |line| [named(line), line.otherwise] })
      end

      def joined(lines)
        lines.each_with_index.flat_map do |line, place|
          name, effects = yield(line)
          told = [Segment.new(part(line), name), Segment.new(nil, verb(line)), Segment.new(part(line), list(effects))]
          place.zero? ? told : [Segment.new(nil, "; "), *told]
        end
      end

      def part(line) = "line-#{@rule.lines.index(line)}"

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

      def named(line)
        fields = line.field_ids.map { |id| @record_type.field(id)&.name || id }
        sections = line.section_ids.map { |id| @record_type.section(id)&.name || id }
        sections = ["all fields under #{Words.list(sections)}"] if sections.any?
        actions = line.action_ids.map { |key| @record_type.action(key).doing }
        return "#{Words.list(actions)} it" if actions.any?

        line.whole? ? "the whole record" : Words.list(fields + sections)
      end

      def verb(line)
        line.section_ids.any? || [line.field_ids, line.action_ids].sum(&:size) > 1 ? " are " : " is "
      end
    end
  end
end
