# frozen_string_literal: true

module Server
  # What people come to on a field or an action of stored records: of those that whoever asks may open, the newest. In
  # the place of values that they may not see themselves stand made-up ones, and it is said of which fields.
  class StoredAnswers
    # Records looked at, and numbers listed of one level, at most.
    LOOKED_AT = 1_000
    LISTED = 200

    # state: PolicyStore::Compiled; question: Decisions::Question, whatever its principals; field: of its record type;
    # sight: Sight of whoever asks.
    def initialize(state, question, field, sight)
      @state = state
      @question = question
      @field = field
      @sight = sight
      @made_up = Set.new
      @related = {}
    end

    # Array of {"level", "count", "numbers"}, the most open first. principals: Directory::Principals.
    def of(principals)
      order = CobaltLedger::Access::State::ORDER
      found = asked.group_by { |_, question| level(question.with(principals: principals, form: :own)) }
      found.sort_by { |level, _| -order[level] }.map do |level, list|
        { "level" => level, "count" => list.size, "numbers" => list.first(LISTED).map(&:first) }
      end
    end

    # {"looked_at", "of", "made_up" => names of fields}.
    def to_h
      { "looked_at" => asked.size, "of" => @sight.records(type.id).count,
        "made_up" => type.fields.select { |field| telling.include?(field.id) }.map(&:name) }
    end

    private

    def type = @question.record_type

    # Fields with made-up values that rules look at: of the others it makes no difference.
    def telling
      readers = @state.policy.rules_of(type.id).flat_map(&:readers)
      @made_up & CobaltLedger::Decisions::ValueEffects.fields_read(readers, type)
    end

    def level(question) = @state.engine.decide(question).everything[@field.id].level

    # Array of [number, Decisions::Question].
    def asked
      @asked ||= @sight.records(type.id).order(id: :desc).limit(LOOKED_AT).map do |record|
        seen = @sight.of(record, type)
        @made_up.merge(seen.made_up)
        [record.number, about(record, seen)]
      end
    end

    def about(record, seen)
      @question.with(stored: seen.stored, entered: {}, unit: record.unit, locked: record.locked, lifted: false,
                     related: method(:related), units: Record.method(:unit_of))
    end

    # Each is read once.
    def related(type, number)
      @related.fetch([type, number]) do |key|
        @related[key] = @sight.values(@state.policy.record_type(type), number)
      end
    end
  end
end
