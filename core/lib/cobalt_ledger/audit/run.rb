# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Runs every detector over every record type.
    class Run
      # engine: Decisions::Engine; documents: Array of rule documents; at: Time of the audit;
      # detectors: names, or nil for all.
      def initialize(engine, documents, at:, detectors: nil)
        @engine = engine
        @documents = documents.to_h { |document| [document["id"], document] }
        @at = at
        @detectors = detectors ? Detector.members.slice(*detectors) : Detector.members
      end

      # Array of Finding, the gravest first. The block is told how far it is: [steps done, steps in all, what is looked at];
      # when it returns :stop, the audit ends with what it has found so far.
      def findings(types: @engine.policy.record_types.values)
        all = types.size * @detectors.size
        found = []
        done = 0
        types.each do |type|
          survey = Survey.new(@engine, type, @documents, @at)
          @detectors.each_value do |detector|
            return sorted(found) if block_given? && yield(done, all, "#{detector.title}, #{type.name}") == :stop

            found.concat(detector.new(survey).findings)
            done += 1
          end
        end
        sorted(found)
      end

      attr_reader :documents

      private

      def sorted(found)
        found.uniq(&:identity).sort_by { |finding| [-Detector::SEVERITIES.index(finding.severity), Detector[finding.detector].registered_order, finding.record_type, finding.rules, finding.fields] }
      end
    end
  end
end
