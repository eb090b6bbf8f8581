# frozen_string_literal: true

module Server
  # An expectation drawn up from a question as it is answered now, for somebody to keep or to correct.
  class ExpectationDraft
    # state: PolicyStore::Compiled; params: as QuestionReader; field: the one it is about, nil for all; sight: Sight.
    def initialize(state, params, field, sight)
      @state = state
      @reader = QuestionReader.new(state, sight)
      @question = @reader.read(params)
      @params = params
      @subject = field && (@question.record_type.subject(field) ||
                           raise(CobaltLedger::BadInput.at("/field", "there is no field “#{field}”")))
    end

    # {"question", "answer"} of an expectation document.
    def to_h
      answer = @subject && open? ? whatever_the_record : as_decided
      { "question" => question.compact, "answer" => answer }
    end

    private

    # Is it asked about no record in particular?
    def open? = @reader.record.nil? && @params["entered"].to_h.empty?

    def question
      asked = @question.to_h.except("user")
      asked.delete("at") if @params["at"].to_s.empty?
      asked.merge!(who)
      return asked.except("stored", "entered").merge("any_record" => true) if @subject && open?

      related = @reader.looked_up.transform_values(&:compact).reject { |_, records| records.empty? }
      related.empty? ? asked : asked.merge("related" => related)
    end

    def who
      kind, id = @params["as"].split(":", 2)
      return { "user" => id } if kind == "user"

      { "as" => kind == "everyone" ? { "everyone" => true } : { kind => id } }
    end

    def whatever_the_record
      question = @question
      question = @state.engine.while_open(question) if @question.record_type.field(@subject.id)
      levels = @state.engine.feasible(question).of(@subject.id).first.map { |outcome| outcome.decision.level }
      placed(@subject => levels.size == 1 ? levels.first : levels)
    end

    def as_decided
      decision = CobaltLedger::Decisions::TypedForm.new(@state.engine, @question).decision
      found = decision.everything
      subjects = @subject ? [@subject] : @question.record_type.fields.reject(&:retired)
      placed(subjects.to_h { |subject| [subject, found[subject.id].level] })
    end

    # levels: Hash of field or action to level.
    def placed(levels)
      fields, actions = levels.partition { |subject, _| @question.record_type.field(subject.id) }
      {
        "levels" => fields.to_h { |subject, level| [subject.id, level] },
        "actions" => actions.to_h { |subject, level| [subject.id.delete_prefix("action/"), level] }
      }.reject { |_, found| found.empty? }
    end
  end
end
