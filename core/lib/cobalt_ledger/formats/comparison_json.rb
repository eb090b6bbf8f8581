# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes the difference of two policies as JSON, one difference for each channel.
    module ComparisonJson
      module_function

      # comparison: Changes::Comparison; types: identifiers of record types. Returns {"differences", "undecided"}.
      def write(comparison, types = comparison.record_types)
        { "differences" => comparison.lines(types).flat_map { |line| lines(line) },
          "undecided" => comparison.undecided(types).flat_map { |each| places(each) } }
      end

      def lines(line)
        always = { "before" => line.before&.to_h, "after" => line.after&.to_h, "direction" => line.direction }
        at_times = { "when" => line.condition, "from" => line.from&.iso8601, "until" => line.till&.iso8601,
                     "partly" => line.partly || nil }.compact
        line.channels.map do |channel|
          place(line, channel).merge(always, at_times, "example" => example(line.example.with(channel: channel)))
        end
      end

      def places(undecided) = undecided.channels.map { |channel| place(undecided, channel) }

      def place(line, channel)
        { "record_type" => line.record_type, "field" => line.field, "mode" => line.mode, "channel" => channel,
          "people" => line.people, "units" => line.units }
      end

      # A question document; each person is asked about on the form that is theirs.
      def example(question) = question.to_h.except("form")
      private_class_method :lines, :places, :place, :example
    end
  end
end
