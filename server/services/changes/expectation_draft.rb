# frozen_string_literal: true

module Server
  # An expectation drawn up from a question as it is answered now, for someone to keep or to correct. It becomes part
  # of the policy, which more people read than records: what the labels cover is left out of it, and taken to be blank.
  class ExpectationDraft
    # state: PolicyStore::Compiled; params: as QuestionReader; field: the one it is about, nil for all; sight: Sight.
    def initialize(state, params, field, sight)
      @state = state
      @reader = QuestionReader.new(state, sight)
      @question = bared(@reader.read(params))
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

    def bared(question)
      known = question.related
      related = lambda do |id, number|
        values = known&.call(id, number)
        values && uncovered(@state.policy.record_type(id), values)
      end
      question.with(stored: uncovered(question.record_type, question.stored), related: related)
    end

    # values: Hash of field to value, of a record. Those that the field's label shows.
    def uncovered(type, values)
      values.select do |id, _|
        label = @state.policy.label(type.field(id)&.label)
        label&.start&.visibility == CobaltLedger::Access::Facets::SHOWN
      end
    end

    # Records that were looked up, in the same way: Hash of record type to Hash of number to values.
    def related
      @reader.looked_up.to_h do |id, records|
        type = @state.policy.record_type(id)
        [id, records.compact.transform_values { |values| uncovered(type, values) }]
      end.reject { |_, records| records.empty? }
    end

    # Is it asked about no record in particular?
    def open? = @reader.record.nil? && @params["entered"].to_h.empty?

    def question
      asked = @question.to_h.except("user")
      asked.delete("at") if @params["at"].to_s.empty?
      asked.merge!(who)
      return asked.except("stored", "entered").merge("any_record" => true) if @subject && open?

      related = related()
      related.empty? ? asked : asked.merge("related" => related)
    end

    def who
      kind, id = @params["as"].split(":", 2)
      return { "user" => id } if kind == "user"

      { "as" => kind == "everyone" ? { "everyone" => true } : { kind => id } }
    end

    def whatever_the_record
      levels = @state.engine.feasible(@question).of(@subject.id).first.map { |outcome| outcome.decision.level }.uniq
      placed(@subject => levels.size == 1 ? levels.first : levels)
    end

    def as_decided
      decision = CobaltLedger::Decisions::TypedForm.new(@state.engine, @question).decision
      found = decision.everything
      subjects = @subject ? [@subject] : @question.record_type.fields.reject(&:retired?)
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
