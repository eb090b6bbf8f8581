# frozen_string_literal: true

module CobaltLedger
  module Formats
    # What writers of reports have in common, whatever they report. For classes extended with Registry.
    module ReportWriter
      def self.included(writer)
        writer.extend(ClassMethods)
      end

      # Of the class.
      module ClassMethods
        # report: as the writer says. Returns a String.
        def write(report) = new(report).write
      end

      def initialize(report)
        @report = report
      end

      def write = raise(NotImplementedError)

      private

      attr_reader :report
    end
  end
end
