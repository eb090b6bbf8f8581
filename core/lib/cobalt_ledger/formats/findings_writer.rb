# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes what an audit found. One subclass a file in findings/, known by the name that is asked for.
    class FindingsWriter
      extend Registry

      # What there is to write. findings: Array of Audit::Finding, those that are shown; undecided: Hash of record type
      # to fields of which not everything could be decided; places: Hash of rule identifier to its index in the
      # document; path: of the policy's file.
      Report = Struct.new(:findings, :undecided, :places, :path, keyword_init: true)

      # Module whose folder holds the writers.
      def self.registry_namespace = CobaltLedger::Formats::Findings

      # report: Report. Returns a String.
      def self.write(report) = new(report).write

      def initialize(report)
        @report = report
      end

      def write = raise(NotImplementedError)

      private

      attr_reader :report
    end
  end
end
