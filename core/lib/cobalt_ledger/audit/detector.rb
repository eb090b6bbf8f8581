# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Looks for one kind of finding. One subclass a file in detectors/, each with a bad and a good example at its top.
    class Detector
      extend Registry

      SEVERITIES = %w[note warning error].freeze

      # What a finding costs.
      GROUPS = {
        "stuck" => "People stuck", "exposed" => "Values exposed", "disagreement" => "Rules that disagree",
        "no_effect" => "Rules with no effect", "housekeeping" => "Housekeeping"
      }.freeze

      class << self
        # Module whose folder holds the detectors.
        def registry_namespace = CobaltLedger::Audit::Detectors

        # severity: one of SEVERITIES; group: a key of GROUPS; meaning: one sentence.
        attr_reader :title, :severity, :group, :meaning

        # together: true where a finding is about rules that have to meet, for one person at once; of others, one of the
        # rules is enough. by_precedence: true where it can come out otherwise under another method of precedence.
        def describes(title, severity:, group:, meaning:, together: false, by_precedence: false)
          @title = title
          @severity = severity
          @group = group
          @meaning = meaning
          @together = together
          @by_precedence = by_precedence
        end

        # As told to `describes`.
        def together? = @together
        def by_precedence? = @by_precedence
      end

      # survey: Survey of one record type.
      def initialize(survey)
        @survey = survey
        @type = survey.record_type
        @policy = survey.policy
        @directory = survey.directory
      end

      # Array of Finding.
      def findings = raise(NotImplementedError)

      private

      def finding(words, fields: [], rules: [], facet: nil, winner: nil, overlap: nil, example: nil, remedies: [])
        Finding.new(
          detector: self.class.registered_name, record_type: @type.id,
          fields: fields.map { |field| field.respond_to?(:id) ? field.id : field },
          rules: rules.map { |rule| rule.respond_to?(:id) ? rule.id : rule }, facet: facet, words: words,
          winner: winner, overlap: overlap, example: example, remedies: remedies.compact
        )
      end

      # An Anywhere::Found from the audit's moment on, or nil; where that can't be decided, the subject is noted as
      # unsure. wanted, options: as for Anywhere; crowd: set of Directory::Crowds.
      def seek(subject, wanted, crowd, modes: Decisions::Question::MODES, **options)
        anywhere = Anywhere.new(@survey, wanted, free: Survey::FROM_NOW, **options)
        found = anywhere.find(crowd, modes: modes)
        @survey.unsure(subject) unless found || anywhere.sure?
        found
      end

      def names(fields) = Words.list(fields.map(&:name))
      def called(rule) = "#{rule.number} “#{rule.title}”"

      # Remedies that switch a rule off or give it other members.
      def switch_off(rule)
        Remedy.new(
          words: "Switch off #{called(rule)}", edits: [{ "rule" => @survey.document(rule).merge("state" => "off") }]
        )
      end

      def remove(rule) = Remedy.new(words: "Remove #{called(rule)}", edits: [{ "remove" => rule.id }])

      def change(rule, words)
        document = yield(@survey.document(rule)) or return nil
        Remedy.new(words: words, edits: [{ "rule" => document }])
      end
    end
  end
end
