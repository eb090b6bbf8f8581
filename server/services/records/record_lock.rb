# frozen_string_literal: true

module Server
  # Locks a record by hand and unlocks it for a time, as far as the policy allows it to the user who asks.
  class RecordLock
    # visitor: Visitor; record: Record; by: name of who asks. mode: "edit" or "view", as the record is met.
    def initialize(visitor, record, by:, mode: "view")
      @visitor = visitor
      @record = record
      @type = visitor.record_type(record.record_type)
      @by = by
      @mode = mode
    end

    # Locks it, or has it locked again where someone has unlocked it. reason: text.
    def lock(reason)
      permitted!("lock")
      lifted = @record.lifted?(@visitor.at)
      raise Problem.new(409, "locked-already", "This #{@type.noun} is locked already") if @record.locked && !lifted

      write(locked: true, lock_note: reason, locked_by: @by, locked_at: @visitor.at, lifted_by: nil, lifted_until: nil)
      note("lock", reason)
      Outbox.new(@visitor.state).locked(@record, @by, reason)
    end

    # Unlocks it. minutes: after which it locks again by itself, or nil to take a lock made by hand away for good.
    def unlock(reason, minutes)
      permitted!("unlock")
      return release(reason) if minutes.nil?

      most = @visitor.state.policy.limits.unlock_minutes
      raise CobaltLedger::BadInput.at("/minutes", "must be at most #{most}") if minutes > most
      raise Problem.new(409, "not-locked", "This #{@type.noun} is not locked") if decision.whole.open?
      raise Problem.new(422, "kept-locked", "This lock comes from a guardrail and can’t be removed") if guarded?

      write(lifted_by: @by, lifted_until: @visitor.at + (minutes * 60))
      note("unlock", reason, minutes: minutes)
    end

    # Ends an unlocking before its time.
    def lock_again
      unless @record.lifted?(@visitor.at)
        raise Problem.new(409, "locked-already",
                          "This #{@type.noun} is locked already")
      end

      permitted!("unlock") unless action("lock").allowed?
      write(lifted_by: nil, lifted_until: nil)
      note("locked_again", nil)
    end

    private

    def release(reason)
      raise Problem.new(409, "not-locked", "This #{@type.noun} is not locked by a person") unless @record.locked

      write(locked: false, lock_note: nil, locked_by: nil, locked_at: nil, lifted_by: nil, lifted_until: nil)
      note("unlock", reason)
    end

    def decision
      @decision ||= @visitor.state.engine.decide(@visitor.question(@type, @record, @mode))
    end

    def action(key) = decision.action(key)

    def permitted!(key) = Denied.check!(decision, key)

    def guarded?
      decision.result(CobaltLedger::Catalogue::WholeRecord::ID).spoken.guardrails.any? do |each|
        each.gives.entry == CobaltLedger::Access::Facets::LOCKED
      end
    end

    # A lock is a change like any other: who has the form open is told at the save.
    def write(**columns)
      Record.transaction do
        done = Record.where(id: @record.id, version: @record.version)
          .update_all(**columns, version: @record.version + 1, updated_at: Time.now)
        if done.zero?
          raise Problem.new(412, "changed-meanwhile", "Someone else changed #{@record.number} at the same moment")
        end
      end
      @record.reload
      @decision = nil
    end

    def note(kind, reason, **details)
      JournalEntry.note(kind, actor: @by, person: @visitor.person, record: @record, reason: reason, **details)
    end
  end
end
