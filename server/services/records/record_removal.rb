# frozen_string_literal: true

module Server
  # Deletes a record, where the policy allows it and nothing refers to it any more.
  class RecordRemoval
    # visitor: Visitor; record: Record; by: name of who asks.
    def initialize(visitor, record, by:)
      @visitor = visitor
      @record = record
      @by = by
      @type = visitor.record_type(record.record_type)
    end

    # if_match: the version the person has seen. Raises Problem.
    def perform(if_match)
      unless @record.etag == if_match
        raise Problem.new(412, "changed-meanwhile", "Someone else saved #{@record.number} since you opened it",
                          current_etag: @record.etag)
      end

      Denied.check!(@visitor.state.engine.decide(@visitor.question(@type, @record, "edit")), "delete")
      Record.transaction do
        # How many they are is nothing to be told: they may be records that the user who asks may not open.
        raise Problem.new(409, "referred-to", "Other records refer to #{@record.number}") if referred_to?

        Dismissal.where(record_id: @record.id).delete_all
        gone = Record.where(id: @record.id, version: @record.version).delete_all
        if gone.zero?
          raise Problem.new(412, "changed-meanwhile",
                            "Someone else saved #{@record.number} in the meantime")
        end

        JournalEntry.note("delete", actor: @by, person: @visitor.person, record: @record)
      end
    end

    private

    def referred_to?
      @visitor.state.policy.record_types.values.any? do |type|
        type.fields.select { |field| field.family == :reference && field.refers_to == @type.id }.any? do |field|
          Record.where(record_type: type.id).where.not(id: @record.id)
            .exists?(["json_extract(stored, ?) = ?", "$.\"#{field.id}\"", @record.number])
        end
      end
    end
  end
end
