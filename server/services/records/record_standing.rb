# frozen_string_literal: true

module Server
  # What may be done to a record by whoever has it open, and what stands on it: that it is locked, by whom and why, or
  # unlocked for a time.
  class RecordStanding
    # decision: CobaltLedger Decision; record: Record, or nil for a new one.
    def initialize(decision, record)
      @decision = decision
      @record = record
    end

    def to_h
      {
        "actions" => actions, "lock" => @record && lock, "lifted" => @record && lifted,
        "coverable" => @record && coverable, "turns_at" => turns_at&.iso8601(3),
        "emergency" => emergency? || nil
      }.compact
    end

    private

    # Keys of the actions that are allowed, of those asked for in the mode.
    def actions
      @decision.actions_asked.select(&:allowed?).map { |each| each.field.key }
    end

    # When it may be otherwise by itself: at the end of an unlocking, or as the time of day goes on.
    def turns_at
      at = @decision.question.at
      [CobaltLedger::Decisions::Turning.after(@decision), (@record.lifted_until if @record&.lifted?(at))].compact.min
    end

    # Why the record as a whole is locked, and who locked it; nil where it is not.
    def lock
      return nil if @decision.whole.open?

      {
        "because" => because, "by_hand" => @record.locked, "by" => @record.locked_by, "note" => @record.lock_note,
        "at" => @record.locked_at&.iso8601
      }.compact
    end

    # In words without rules.
    def because
      result = @decision.result(CobaltLedger::Catalogue::WholeRecord::ID)
      titles = CobaltLedger::Decisions::Blame.titles(CobaltLedger::Decisions::Blame.rules(result, "locked"))
      return titles unless titles.empty?
      return "Locked by a person" if @record.locked

      stage = @decision.question.record_type.whole.stage_words
      stage.empty? ? "The record is locked" : "The stage #{stage} locks the record"
    end

    def lifted
      return nil unless @record.lifted?(@decision.question.at)

      { "by" => @record.lifted_by, "until" => @record.lifted_until.iso8601 }
    end

    # Covered fields that the person may have revealed.
    def coverable
      found = Reveal.fields(@decision)
      found.empty? ? nil : found.map { |field| { "id" => field.id, "name" => field.name } }
    end

    def emergency?
      @decision.action("reveal").allowed? && !PolicyStore.instance.in_force.policy.limits.emergency_group.nil?
    end
  end
end
