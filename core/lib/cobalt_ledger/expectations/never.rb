# frozen_string_literal: true

module CobaltLedger
  module Expectations
    # A claim about every record: that some people never see, or never change, some fields. Proved for every kind of
    # person among them, unit, form, mode and channel, whatever the record holds, whenever and from wherever it is
    # asked, by the solver; where it does not hold, with the record that shows it.
    class Never
      # What may not be, by name.
      MEETS = {
        "see" => ->(decision) { !decision.hidden? && !decision.masked? },
        "see_masked" => ->(decision) { !decision.hidden? },
        "change" => lambda(&:open?)
      }.freeze

      VERBS = { "see" => "is shown to", "see_masked" => "is visible to", "change" => "can be changed by" }.freeze

      # Identifiers of the record types a claim is about. claim: the member "never"; policy: Rules::Policy.
      def self.types(claim, policy) = claim["record_types"] || policy.record_types.keys

      # document: of the expectation; survey: answers call(Catalogue::RecordType) with an Audit::Survey.
      def initialize(document, engine, at, survey)
        @document = document
        @claim = document["never"]
        @engine = engine
        @at = at
        @survey = survey
        @meets = MEETS.fetch(@claim["may"])
        @audience = Directory::Audience.from(@claim["audience"])
        @faults = FaultList.new
      end

      # A Verdict. Raises BadInput where what it names is not there.
      def verdict
        subjects = subjects()
        known_members
        @faults.raise_if_any!
        unsure = []
        subjects.each do |type, fields|
          fields.each do |field|
            found = search(type, field, unsure)
            return fails(type, field, found) if found
          end
        end
        unsure.empty? ? holds(subjects) : undecided(unsure.uniq)
      end

      private

      # Array of [Catalogue::RecordType, Array of Catalogue::Field].
      def subjects
        types = Never.types(@claim, @engine.policy).filter_map do |id|
          @engine.policy.record_type(id) || @faults.add("/never/record_types", "there is no record type “#{id}”")
        end
        labels = (@claim["labels"] || []).each do |id|
          @engine.policy.label(id) || @faults.add("/never/labels", "there is no label “#{id}”")
        end
        types.map { |type| [type, type.fields.select { |field| labels.include?(field.label) } | named(type)] }
      end

      def named(type)
        (@claim["fields"] || []).filter_map do |id|
          type.field(id) || @faults.add("/never/fields", "#{type.name} has no field “#{id}”")
        end
      end

      def known_members
        @audience.members.each do |member|
          next if @engine.directory.find(member.kind, member.id)

          @faults.add("/never/audience", "there is no #{member.kind} “#{member.id}” in the directory")
        end
      end

      # An Audit::Anywhere::Found that breaks the claim, or nil. Notes what could not be decided.
      def search(type, field, unsure)
        survey = @survey.call(type)
        anywhere = Audit::Anywhere.new(survey, { field => @meets })
        found = anywhere.find(survey.crowds.of(@audience), modes: @claim["modes"] || Decisions::Question::MODES,
                                                           channels: @claim["channels"] || Decisions::Question::CHANNELS)
        unsure << field unless found || anywhere.sure?
        found
      end

      def holds(subjects)
        count = subjects.sum { |_, fields| fields.size }
        words = if count.zero? then "no field is covered"
                else
                  "proved for #{Words.count(count, 'field')} and #{people}"
                end
        Verdict.new(expectation: @document, status: "holds", words: [words])
      end

      def people = @engine.directory.crowds.then { |crowds| crowds.words(crowds.of(@audience)) }

      def undecided(fields)
        Verdict.new(
          expectation: @document, status: "undecided",
          words: ["not every record could be checked for #{Words.list(fields.map(&:name))}"]
        )
      end

      def fails(type, field, found)
        words = "#{field.name} (#{type.name}) #{VERBS.fetch(@claim['may'])} #{found.question.principals.title}"
        Verdict.new(expectation: @document, status: "fails", words: [words], example: found.question.to_h,
                    lines: found.lines)
      end
    end
  end
end
