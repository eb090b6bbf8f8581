# frozen_string_literal: true

module Server
  # Questions asked from a cell: who else can see or edit this, and what would have to be true for this person to edit
  # it.
  class Asking
    # People named at most.
    NAMED = 100

    # params: as QuestionReader, and "field"; sight: Sight of the user who asks.
    def initialize(state, params, sight)
      @state = state
      @reader = QuestionReader.new(state, sight)
      @question = @reader.read(params)
      @field = @question.record_type.subject(params["field"]) or
        raise CobaltLedger::BadInput.at("/field", "#{@question.record_type.name} has no field “#{params['field']}”")
      @fixed = @reader.record || params["entered"]
      @question = state.engine.while_open(@question) if !@fixed && @question.record_type.field(@field.id)
    end

    # Everyone by the levels that they can have: Array of {"levels", "people" => count, "names"}, the most open first.
    def who
      groups = PeopleAlike.new(@state, @question.record_type, @field).by_answer { |principals| levels(principals) }
      order = CobaltLedger::Access::State::ORDER
      told =
        groups.map do |levels, users|
          {
            "levels" => levels, "people" => users.size,
            "names" => users.first(NAMED).map { |user| { "id" => user.id, "name" => user.name } }
          }
        end
      {
        "field" => @field.name,
        "groups" => told.sort_by { |group| group["levels"].map { |level| -order[level] }.minmax }
      }
    end

    # What would have to be true, and what stands in the way: {"answer" => "yes" | "no" | "undecided",
    # "ways" => [{"level", "when", "example"}], "hindrances" => the same with "by" => [{"words", "rule"}]}.
    def what_for
      @search = @state.engine.feasible(@question)
      outcomes, complete = @search.of(@field.id)
      open, shut = outcomes.partition do |outcome|
        @field.family == :action ? outcome.decision.allowed? : outcome.decision.open?
      end
      {
        "answer" => answer(open, complete), "who" => @question.principals.title, "field" => @field.name,
        "ways" => open.map { |outcome| way(outcome)[0] },
        "hindrances" => shut.map { |outcome| hindered(*way(outcome)) }
      }
    end

    private

    # [what it is told as, the full question that shows it]
    def way(outcome)
      example = CobaltLedger::Decisions::ExampleQuestion.new(@question, @search.telling_example(@field.id, outcome))
      level = outcome.decision.level
      [
        {
          "level" => level, "when" => @search.condition(@field.id, level, @state.directory),
          "example" => example.lines(@state.directory)
        }.compact,
        example.question
      ]
    end

    def hindered(told, question)
      reasons = CobaltLedger::Decisions::Hindrance.new(@state.engine.decide(question).result(@field.id)).to_a
      told.merge("by" => reasons.map { |reason| { "words" => reason.words, "rule" => reason.rule }.compact })
    end

    def answer(open, complete)
      return "yes" if open.any?

      complete ? "no" : "undecided"
    end

    def levels(principals)
      asked = @question.with(principals: principals, form: :own)
      return [@state.engine.decide(asked).everything[@field.id].level] if @fixed

      @state.engine.feasible(asked).of(@field.id).first.map { |outcome| outcome.decision.level }
    end
  end
end
