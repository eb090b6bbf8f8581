# frozen_string_literal: true

module Server
  # The live form as somebody would meet it: for one person or two side by side, with what the last keystroke changed.
  class Rehearsal
    # state: PolicyStore::State; params: the question, as for QuestionReader; sight: Sight of whoever rehearses;
    # dismissed: keys of offers.
    def initialize(state, params, sight, dismissed: [])
      @state = state
      @reader = QuestionReader.new(state, sight)
      @params = params
      @question = @reader.read(params)
      @dismissed = dismissed
    end

    # beside: whose form stands beside it ("user:..."), or nil; since: values typed before the last keystroke, or nil.
    def to_h(beside: nil, since: nil)
      other = beside && @question.with(principals: @reader.audience(beside), form: :own)
      counted = counting(@question)
      person(counted).merge(
        "beside" => other && person(counting(other)), "differences" => other && lines(counted.question, counting(other).question),
        "changed" => since && lines(counting(@question.with(entered: known(since))).question, counted.question), "made_up" => MadeUp.names(@reader)
      ).compact
    end

    # What a save of what was typed would say; nothing is saved.
    def try_save
      verdict = CobaltLedger::Decisions::Saving.new(@state.engine).judge(@question.with(entered: {}), @question.entered)
      { "accepted" => verdict.accepted, "refusals" => verdict.refusals.map { |refusal| refusal.to_h.transform_keys(&:to_s) } }
    end

    # The question as a document for the command line, with the records that the decision looked up.
    def document
      @state.engine.decide(@question, reasoning: true)
      related = @reader.looked_up.transform_values(&:compact).reject { |_, records| records.empty? }
      raise CobaltLedger::BadInput.at("/as", "only a person can be asked about with a file") unless @question.principals.user_id

      @question.to_h.merge({ "related" => related, "made_up" => @reader.made_up }.reject { |_, value| value.empty? })
    end

    # A question with what counts of the typing, and what a save would do to the rest.
    Counted = Struct.new(:question, :decision, :forecast)

    private

    # As on the real form, what is typed counts where it could be typed.
    def counting(question)
      (@counted ||= {})[[question.principals, question.entered]] ||= begin
        start = @state.engine.decide(question.with(entered: {}))
        typing = CobaltLedger::Decisions::Typing.new(@state.engine, start.question, question.entered, start: start)
        decision = typing.kept.empty? ? start : @state.engine.decide(question.with(entered: typing.kept))
        Counted.new(decision.question, decision, SaveForecast.new(start, typing, decision))
      end
    end

    def person(counted)
      principals = counted.question.principals
      form = FormView.new(counted.decision, @state.directory, ghosts: true, dismissed: @dismissed, made_up: @reader.made_up - counted.question.entered.keys).to_h
      { "form" => form.merge(counted.forecast.to_h), "person" => principals.title,
        "roles" => principals.ids(:role).map { |id| @state.directory.name_of(:role, id) } }
    end

    def lines(before, after) = CobaltLedger::Decisions::Difference.new(@state.engine, before, after).lines.map(&:to_h)

    def known(values)
      CobaltLedger::Decisions::Values.check_known!(@question.record_type, values, "since")
      values
    end
  end
end
