# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes what came of checking expectations. One subclass a file in checks/, known by the name that is asked for.
    class ChecksWriter
      extend Registry
      include ReportWriter

      # verdicts: Array of Expectations::Verdict; path: of the file they stand in; text: of that file, nil where it is a
      # folder; seconds: Array of Float, what each of them took.
      Report = Struct.new(:verdicts, :path, :text, :seconds, keyword_init: true)

      # Module whose folder holds the writers.
      def self.registry_namespace = CobaltLedger::Formats::Checks

      private

      def verdicts = report.verdicts
      def unmet = verdicts.reject(&:holds?)

      # What an example assumes, in words, or nil.
      def assumed(verdict)
        lines = verdict.lines || []
        return nil if lines.empty?

        "for example when #{lines.map { |each| "#{each['name']} is #{each['words']}" }.join(', ')}"
      end
    end
  end
end
