# frozen_string_literal: true

module Server
  # The live form as somebody would meet it: for one person or two side by side, with what the last keystroke changed.
  class Rehearsal
    # state: PolicyStore::State; params: the question, as for QuestionReader; dismissed: keys of offers.
    def initialize(state, params, dismissed: [])
      @state = state
      @reader = QuestionReader.new(state)
      @params = params
      @question = @reader.read(params)
      @dismissed = dismissed
    end

    # beside: whose form stands beside it ("user:..."), or nil; since: values typed before the last keystroke, or nil.
    def to_h(beside: nil, since: nil)
      other = beside && @question.with(principals: @reader.audience(beside), form: :own)
      person(@question).merge(
        "beside" => other && person(other), "differences" => other && lines(@question, other),
        "changed" => since && lines(@question.with(entered: known(since)), @question)
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

      @question.to_h.merge(related.empty? ? {} : { "related" => related })
    end

    private

    def person(question)
      principals = question.principals
      { "form" => FormView.new(@state.engine.decide(question), @state.directory, ghosts: true, dismissed: @dismissed).to_h, "person" => principals.title,
        "roles" => principals.ids(:role).map { |id| @state.directory.name_of(:role, id) } }
    end

    def lines(before, after) = CobaltLedger::Decisions::Difference.new(@state.engine, before, after).lines.map(&:to_h)

    def known(values)
      CobaltLedger::Decisions::Values.check_known!(@question.record_type, values, "since")
      values
    end
  end
end
