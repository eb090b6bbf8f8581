# frozen_string_literal: true

module Server
  # Why one field is as it is for one person or audience: for a record, or for each outcome it can have without one.
  class ReasoningView
    # params: as QuestionReader, and "field"; sight: Sight of the viewer.
    def initialize(state, params, sight)
      @state = state
      @reader = QuestionReader.new(state, sight)
      @question = @reader.read(params)
      @field = @question.record_type.subject(params["field"]) or
        raise CobaltLedger::BadInput.at("/field", "#{@question.record_type.name} has no field “#{params['field']}”")
      @fixed = @reader.record || params["entered"]
    end

    def to_h
      outcomes, complete = @fixed ? [[decided(@question, [])], true] : possible
      {
        "field" => @field.id, "name" => @field.name, **about,
        "audience" => @question.principals.title, "complete" => complete, "outcomes" => outcomes,
        "made_up" => MadeUp.names(@reader)
      }.compact
    end

    private

    # Where it stands, of which kind it is and what it begins with.
    def about
      unless @question.record_type.field(@field.id)
        return { "section" => "the record", "kind" => @field.family == :action ? "an action" : "its lock",
                 "label" => @field.start_words }
      end

      { "section" => @question.record_type.section(@field.section).name, "kind" => @field.kind.title,
        "label" => @state.policy.label(@field.label).name }
    end

    def possible
      # Of a field it is told how it is while the record is open as a whole; when that is not stands by itself.
      @question = @state.engine.while_open(@question) if @question.record_type.field(@field.id)
      search = @state.engine.feasible(@question)
      found, complete = search.of(@field.id)
      [
        found.map do |each|
          replay(search.telling_example(@field.id, each)).merge(
            { "when" => search.condition(@field.id, each.decision.level, @state.directory) }.compact
          )
        end,
        complete
      ]
    end

    # The example goes through the ordinary decision once more, so that what is shown is what would happen.
    def replay(found)
      example = CobaltLedger::Decisions::ExampleQuestion.new(@question, found)
      decided(example.question, example.lines(@state.directory))
    end

    def decided(question, example)
      decision = @state.engine.decide(question, reasoning: [@field.id])
      field = decision.everything[@field.id]
      account =
        CobaltLedger::Formats::ReasoningJson.new(@state.engine.method(:sentence)).write(decision.reasoning[@field.id])
      {
        "level" => field.level, "mask_words" => field.masked? ? field.state.mask.words : nil, "example" => example,
        "stages" => account["stages"], "value" => account["value"]
      }.compact
    end
  end
end
