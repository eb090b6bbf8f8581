# frozen_string_literal: true

module Server
  # What has been done to one record, for someone who may open it. Which covered field someone else had revealed is
  # told only where the reader knows of the field; what was refused to others tells of fields too, and is left out.
  class RecordJournal
    # visitor: Visitor; record: Record that they may open.
    def initialize(visitor, record)
      @visitor = visitor
      @record = record
      @type = visitor.record_type(record.record_type)
    end

    # The newest entries first, as many as wanted.
    def entries(most)
      JournalEntry.where(record_type: @record.record_type, number: @record.number)
        .where.not(kind: Refused::KINDS).order(id: :desc).limit(most).map { |entry| line(entry) }
    end

    private

    def line(entry)
      {
        "at" => entry.moment.iso8601, "kind" => entry.kind, "by" => entry.actor, "reason" => entry.reason,
        "field" => entry.field && field(entry.field), "minutes" => entry.told["minutes"]
      }.compact
    end

    def field(id)
      known = @type.field(id)
      known && !decision[id].hidden? ? known.name : "a masked field"
    end

    def decision
      @decision ||= @visitor.state.engine.decide(@visitor.question(@type, @record, "view"))
    end
  end
end
