# frozen_string_literal: true

module CobaltLedger
  module Expectations
    # A claim about every record: that some people never see, or never change, some fields. Proved for every kind of
    # person among them, unit, form, mode and channel, whatever the record holds, whenever and from wherever it is
    # asked, by the solver; where it does not hold, with the record that shows it.
    class Never
      # What is known whatever the record in other questions, and is here chosen as it likes.
      FREE = [[:time], [:network], [:place]].freeze

      # What may not be, by name.
      MEETS = {
        "see" => ->(decision) { !decision.hidden? && !decision.masked? },
        "see_masked" => ->(decision) { !decision.hidden? },
        "change" => lambda(&:open?)
      }.freeze

      VERBS = { "see" => "is shown to", "see_masked" => "is met by", "change" => "can be changed by" }.freeze

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
            return fails(type, field, *found) if found
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

      # [Decisions::Question that shows it, Decisions::ExampleQuestion], or nil. Notes what could not be told.
      def search(type, field, unsure)
        survey = @survey.call(type)
        crowd = survey.crowds.of(@audience)
        return nil if crowd.zero?

        seen = {}.compare_by_identity
        each_way(survey, type, field, crowd) do |question, subjects, action|
          plan = survey.writes? ? @engine.plan_for(question) : survey.plan_for(question, subjects)
          people = survey.exact?(subjects) ? question.principals.user_id : nil
          next if (seen[plan] ||= {}).key?(people)

          seen[plan][people] = true
          found = proved(plan, question, field, action, unsure)
          return found if found
        end
        nil
      end

      # Every kind of person, unit, form, mode and channel that the rules tell apart. Where rules write values, those on
      # all fields count.
      def each_way(survey, type, field, crowd)
        contexts = Audit::Contexts.new(@engine.policy, type, @engine.directory)
        modes = @claim["modes"] || Decisions::Question::MODES
        modes = modes.select { |mode| field.asked_in?(mode) }
        modes.group_by { |mode| mode == "create" ? "create" : "open" }.each do |key, own|
          action = type.action(key)
          subjects = survey.writes? ? type.subjects : [field, action]
          rules = subjects.flat_map { |each| survey.bearing_on(each) }.uniq
          ways = contexts.of(rules, @claim["channels"] || Decisions::Question::CHANNELS)
          ways = ways.map(&:last).select { |_, _, mode| own.include?(mode) }
          survey.kinds_of_people(subjects, crowd).each do |user|
            ways.each do |unit, _, mode, channel, form|
              question = survey.question(user, unit, mode, channel: channel, form: form ? type.form(form) : :own)
              yield question, subjects, action
            end
          end
        end
      end

      # Can the field be met on a record that the person may open, or make?
      def proved(plan, question, field, action, unsure)
        slots = [field, action].map { |each| plan.slot_of(each.id) }
        tests = slots.flat_map(&:tests).uniq.sort
        base = @engine.facts(question, {})
        search = Decisions::Feasibility.new(plan, base, memory, free: FREE)
        found = search.together(tests)
        found.found.each do |vector, example|
          outcomes = tests.zip(vector).each_with_object([]) { |(index, outcome), placed| placed[index] = outcome }
          shown, opened = slots.map { |slot| slot.decide(outcomes, base.hand) }
          next unless @meets.call(shown) && opened.allowed?

          shows = borne_out(question, example, field)
          return shows if shows

          unsure << field
        end
        unsure << field unless found.complete
        nil
      end

      def memory = @memory ||= Decisions::SearchMemory.new

      # What was found is asked once more of the whole policy, before it is said; without what makes no difference.
      def borne_out(question, example, field)
        return nil unless shows?(question, example, field)

        telling = example.keys.reduce(example) do |left, key|
          shows?(question, left.except(key), field) ? left.except(key) : left
        end
        asked = Decisions::ExampleQuestion.new(question, telling)
        [asked.question, asked]
      end

      def shows?(question, example, field)
        decision = @engine.decide(Decisions::ExampleQuestion.new(question, example).question)
        opened = decision.action(question.mode == "create" ? "create" : "open").allowed?
        opened && @meets.call(decision[field.id])
      end

      def holds(subjects)
        count = subjects.sum { |_, fields| fields.size }
        words = if count.zero? then "no field is concerned"
                else
                  "proved for #{Words.count(count, 'field')} and #{Words.count(people, 'person', 'people')}"
                end
        Verdict.new(expectation: @document, status: "holds", words: [words])
      end

      def people = @engine.directory.crowds.size(@engine.directory.crowds.of(@audience))

      def undecided(fields)
        Verdict.new(
          expectation: @document, status: "undecided",
          words: ["not every record could be decided for #{Words.list(fields.map(&:name))}"]
        )
      end

      def fails(type, field, question, asked)
        words = "#{field.name} (#{type.name}) #{VERBS.fetch(@claim['may'])} #{question.principals.title}"
        Verdict.new(expectation: @document, status: "fails", words: [words], example: question.to_h,
                    lines: asked.lines(@engine.directory))
      end
    end
  end
end
