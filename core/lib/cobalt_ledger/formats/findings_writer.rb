# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes what an audit found. One subclass a file in findings/, known by the name that is asked for.
    class FindingsWriter
      extend Registry
      include ReportWriter

      # What there is to write. findings: Array of Audit::Finding, those that are shown; undecided: Hash of record type
      # to fields of which not everything could be decided; places: Hash of rule identifier to its index in the
      # document; path: of the policy's file; text: of that file, nil where it is a folder.
      Report = Struct.new(:findings, :undecided, :places, :path, :text, keyword_init: true)

      # Module whose folder holds the writers.
      def self.registry_namespace = CobaltLedger::Formats::Findings
    end
  end
end
