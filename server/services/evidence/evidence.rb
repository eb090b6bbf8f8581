# frozen_string_literal: true

module Server
  # One page that proves who can do what with a field or an action: what each person, or everyone, comes to, by which
  # rules, since when and signed by whom, on which stored records, and by which edition and directory.
  class Evidence
    # People named in one answer at most.
    NAMED = 1_000

    # state: PolicyStore::Compiled; params: as QuestionReader; field: identifier of a field or an action, nil for what
    # somebody can open at all; everyone: true for all people of the directory, false for the audience that the question
    # is asked as; sight: Sight of whoever asks. Raises CobaltLedger::BadInput.
    def initialize(state, params, field, sight, everyone:)
      @state = state
      @reader = QuestionReader.new(state, sight)
      @question = @reader.read(params)
      @field = @question.record_type.subject(field || opening) or
        raise CobaltLedger::BadInput.at("/field", "#{@question.record_type.name} has no field “#{field}”")
      @whole = field.nil?
      @as = params["as"]
      @everyone = everyone
      @sight = sight
    end

    # A JSON-ready Hash.
    def to_h
      answers = told
      { "field" => @field.name, "record_type" => @question.record_type.name, "asked" => asked, "answers" => answers,
        "records" => stored.to_h, "rules" => rules(answers), "source" => source.to_h,
        "drawn_up_at" => Time.now.iso8601, "made_up" => MadeUp.names(@reader) }.compact
    end

    private

    # Those who come to exactly the same stand together, the most open first.
    def told
      return [answer(@question.principals).merge("who" => @question.principals.title)] unless @everyone

      order = CobaltLedger::Access::State::ORDER
      alike = PeopleAlike.new(@state, @question.record_type, @field).by_answer { |principals| answer(principals) }
      alike.map { |found, users| found.merge(named(users)) }
        .sort_by { |each| each["ways"].map { |way| -order[way["level"]] }.minmax + [-each["people"]] }
    end

    def named(users)
      { "people" => users.size, "names" => users.first(NAMED).map { |user| { "id" => user.id, "name" => user.name } } }
    end

    def answer(principals)
      asked = @question.with(principals: principals, form: :own)
      search = searched(asked)
      { "ways" => search ? ways(search) : [way(asked, nil)], "complete" => search.nil? || search.of(@field.id).last,
        "records" => stored.of(principals) }
    end

    # Of a field it is told how it is while the record is open as a whole. nil for one record.
    def searched(asked)
      return nil if @reader.record

      @asked = @question.record_type.field(@field.id) ? @state.engine.while_open(asked) : asked
      @state.engine.feasible(@asked)
    end

    def ways(search)
      search.of(@field.id).first.map do |outcome|
        found = search.telling_example(@field.id, outcome)
        example = CobaltLedger::Decisions::ExampleQuestion.new(@asked, found)
        way(example.question, search.condition(@field.id, outcome.decision.level, @state.directory),
            example.lines(@state.directory))
      end
    end

    # The example goes through the ordinary decision once more, so that what is said of it is what would happen.
    def way(question, condition, example = [])
      decision = @state.engine.decide(question)
      by = CobaltLedger::Decisions::Grounds.of(decision, @field.id)
      { "level" => decision.everything[@field.id].level, "when" => condition, "example" => example,
        "by" => by.map { |ground| { "words" => ground.words, "rule" => ground.rule }.compact } }.compact
    end

    # A chosen record is all that is looked at; nothing stored is created.
    def stored
      @stored ||= StoredAnswers.new(
        @state, @question, @field, @reader.record || @question.mode == "create" ? Sight.none : @sight
      )
    end

    # What a field rests on, or all that applies to a person.
    def rules(answers)
      return lineage.of(applying) if @whole

      ids = answers.flat_map { |each| each["ways"].flat_map { |way| way["by"].filter_map { |by| by["rule"] } } }.uniq
      lineage.of(ids)
    end

    def source = @source ||= EvidenceSource.new(@state)
    def lineage = RuleLineage.new(@state, source)

    def applying
      kind, id = @as.split(":", 2)
      member = CobaltLedger::Directory::Audience::Member.new(kind.to_sym, id) unless kind == "everyone"
      about = { record_type: @question.record_type.id, member: member }.compact
      CobaltLedger::Rules::Touching.new(@state.policy, @state.directory, about).found.map { |each| each.rule.id }
    end

    def opening = CobaltLedger::Catalogue::Action.id(@question.mode == "create" ? "create" : "open")

    # The question in words: "editing, the form, Tidewater House".
    def asked
      [CobaltLedger::Space::MODES.fetch(@question.mode), CobaltLedger::Space::CHANNELS.fetch(@question.channel),
       @state.directory.name_of(:unit, @question.unit), @reader.record&.number].compact.join(", ")
    end
  end
end
