# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Runs every detector over every record type.
    class Run
      # undecided: Hash of record type to fields of which not everything could be decided (identifiers), for what was
      # audited. texts: Hash of rule identifier to the canonical JSON of its document, written when it is asked for.
      attr_reader :undecided, :texts

      # engine: Decisions::Engine; documents: Array of rule documents; at: Time of the audit;
      # detectors: names, or nil for all.
      def initialize(engine, documents, at:, detectors: nil)
        @engine = engine
        @documents = documents.to_h { |document| [document["id"], document] }
        @at = at
        @texts = Hash.new { |texts, id| texts[id] = CanonicalJson.write(@documents.fetch(id, {})) }
        @undecided = {}
        @detectors = detectors ? Detector.members.slice(*detectors) : Detector.members
      end

      # Array of Finding, the most severe first. The block is told how far it is: [steps done, steps in all, what is
      # looked at]; when it returns :stop, the audit ends with what it has found so far.
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
          @undecided[type.id] = survey.undecided.map(&:id)
        end
        sorted(found)
      end

      # The same with the record types shared among processes of their own. For programs that do nothing else meanwhile:
      # a process is copied as it is, with whatever its other threads were about.
      # workers: number of processes.
      def findings_in_parallel(workers)
        types = @engine.policy.record_types.values.sort_by { |type| -@engine.policy.rules_of(type.id).size }
        return findings if workers < 2 || types.size < 2

        parts = Array.new(workers) { [] }
        types.each_with_index { |type, index| parts[index % workers] << type }
        answers = parts.reject(&:empty?).map { |part| in_a_process { [findings(types: part), undecided] } }.map(&:call)
        @undecided = answers.map(&:last).reduce({}, :merge)
        sorted(answers.flat_map(&:first))
      end

      private

      # Begins the block in a process of its own. Returns a lambda that waits for its result.
      def in_a_process
        reader, writer = IO.pipe(binmode: true)
        pid = fork do
          reader.close
          writer.write(Marshal.dump(yield))
          writer.close
          exit!(0)
        end
        writer.close
        lambda do
          text = reader.read
          Process.wait(pid)
          raise "a process of the audit ended without an answer" if text.empty?

          Marshal.load(text) # rubocop:disable Security/MarshalLoad -- from our own child
        end
      end

      def sorted(found)
        found
          .uniq(&:identity)
          .sort_by do |finding|
            [
              -Detector::SEVERITIES.index(finding.severity), Detector[finding.detector].registered_order,
              finding.record_type, finding.rules, finding.fields
            ]
          end
      end
    end
  end
end
