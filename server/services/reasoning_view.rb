# frozen_string_literal: true

module Server
  # Why one field is as it is for one person or audience: for a record, or for each outcome it can have without one.
  class ReasoningView
    # params: as QuestionReader, and "field".
    def initialize(state, params)
      @state = state
      @reader = QuestionReader.new(state)
      @question = @reader.read(params)
      @field = @question.record_type.field(params["field"]) or
        raise CobaltLedger::BadInput.at("/field", "#{@question.record_type.name} has no field “#{params['field']}”")
      @fixed = @reader.record || params["entered"]
    end

    def to_h
      outcomes, complete = @fixed ? [[decided({})], true] : possible
      { "field" => @field.id, "name" => @field.name, "section" => @question.record_type.section(@field.section).name,
        "kind" => @field.kind.title, "label" => @state.policy.label(@field.label).name, "audience" => @question.principals.title,
        "complete" => complete, "outcomes" => outcomes }
    end

    private

    def decided(example)
      decision = @state.engine.decide(@question, reasoning: [@field.id])
      outcome(decision, example)
    end

    def possible
      plan = @state.engine.plan_for(@question)
      found, complete = plan.possible.of(@field.id)
      [found.map { |each| replay(plan.possible.telling_example(@field.id, each)) }, complete]
    end

    # The example goes through the ordinary decision once more, so that what is shown is what would happen.
    def replay(example)
      type = @question.record_type
      values = example.to_h { |id, value| [id, type.field(id).dump(value)] }
      outcome(@state.engine.decide(@question.with(stored: values), reasoning: [@field.id]), example)
    end

    def outcome(decision, example)
      field = decision[@field.id]
      { "level" => field.level, "mask_words" => field.masked? ? field.state.mask.words : nil,
        "example" => example.map { |id, value| { "field" => id, "name" => decision.question.record_type.field(id).name, "words" => words(id, value) } },
        "stages" => decision.reasoning[@field.id]["stages"] }.compact
    end

    def words(id, value)
      @question.record_type.field(id).say(value, @state.directory)
    end
  end
end
