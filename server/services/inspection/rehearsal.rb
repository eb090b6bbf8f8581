# frozen_string_literal: true

module Server
  # The live form as someone would meet it: for one person or two side by side, with what the last keystroke changed.
  class Rehearsal
    # state: PolicyStore::Compiled; params: the question, as for QuestionReader; sight: Sight of whoever rehearses;
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
      form = live(@question)
      other = beside && live(@question.with(principals: @reader.audience(beside), form: :own))
      before = since && live(@question.with(entered: known(since)))
      person(form).merge(
        "beside" => other && person(other), "differences" => other && lines(form.decision, other.decision),
        "changed" => before && lines(before.decision, form.decision), "made_up" => MadeUp.names(@reader)
      ).compact
    end

    # What a save of what was typed would say; nothing is saved.
    def try_save
      verdict = CobaltLedger::Decisions::Saving.new(@state.engine).judge(@question.with(entered: {}), @question.entered)
      {
        "accepted" => verdict.accepted,
        "refusals" => verdict.refusals.map { |refusal| CobaltLedger::Formats::RefusalJson.write(refusal) }
      }
    end

    # The question as a document for the command line, with the records that the decision looked up.
    def document
      @state.engine.decide(@question, reasoning: true)
      related = @reader.looked_up.transform_values(&:compact).reject { |_, records| records.empty? }
      unless @question.principals.user_id
        raise CobaltLedger::BadInput.at("/as", "only a person can be asked about with a file")
      end

      @question.to_h.merge({ "related" => related, "made_up" => @reader.made_up }.reject { |_, value| value.empty? })
    end

    private

    # As on the real form, what is typed counts where it could be typed. Before anything was typed, one person's form is
    # the same whatever was typed since.
    def live(question)
      form =
        CobaltLedger::Decisions::TypedForm.new(@state.engine, question, start: (@starts ||= {})[question.principals])
      @starts[question.principals] = form.start
      form
    end

    def person(live)
      question = live.decision.question
      form =
        FormView.new(
          live.decision, @state.directory,
          ghosts: true, dismissed: @dismissed, made_up: @reader.made_up - question.entered.keys
        ).to_h
      {
        "form" => form.merge(SaveForecast.new(live).to_h), "person" => question.principals.title,
        "actions" => actions(live.decision), "locked" => live.decision.whole.open? ? nil : true,
        "roles" => question.principals.ids(:role).map { |id| @state.directory.name_of(:role, id) }
      }.compact
    end

    # Those that are asked for in the mode, with the result of each.
    def actions(decision)
      decision.actions_asked.map { |each| { "id" => each.field.id, "name" => each.field.name, "level" => each.level } }
    end

    # before, after: Decision.
    def lines(before, after)
      CobaltLedger::Decisions::Difference
        .new(@state.engine, before, after)
        .lines
        .map { |line| CobaltLedger::Formats::DifferenceJson.write(line) }
    end

    def known(values)
      CobaltLedger::Decisions::Values.check_known!(@question.record_type, values, "since")
      values
    end
  end
end
