# frozen_string_literal: true

module Server
  # Shows covered values of one record for one look, where the policy allows that: it takes a reason, is counted and
  # limited, and is in the journal before anything is shown. What a guardrail covers stays covered.
  class Reveal
    HOUR = 3600
    KINDS = %w[reveal emergency].freeze

    # visitor: Visitor; record: Record; by: name of who asks; mode: "edit" or "view".
    def initialize(visitor, record, by:, mode: "view")
      @visitor = visitor
      @record = record
      @by = by
      @type = visitor.record_type(record.record_type)
      @limits = visitor.state.policy.limits
      @decision = visitor.state.engine.decide(visitor.question(@type, record, mode))
    end

    # Fields that could be revealed: Array of Catalogue::Field; empty where the action is denied.
    def self.fields(decision)
      return [] unless decision.action("reveal").allowed?

      decision.fields.values.select do |each|
        (each.hidden? || each.masked?) && !each.field.retired? && !guarded?(decision, each.field)
      end.map(&:field)
    end

    # Does a guardrail cover it?
    def self.guarded?(decision, field)
      decision.result(field.id).spoken.guardrails.any? do |each|
        each.gives.visibility && each.gives.visibility > CobaltLedger::Access::Facets::SHOWN
      end
    end

    # One field. id: identifier. Returns {"fields" => [{"id", "name", "words"}], "seconds", "left"}.
    def one(id, reason)
      Denied.check!(@decision, "reveal")
      # A field that there is not, and one that is kept covered, answer alike.
      field = Reveal.fields(@decision).find { |each| each.id == id } or
        raise CobaltLedger::BadInput.at("/field", "can’t be revealed here")
      noted("reveal", reason, field: field.id) { counted!(1) }
      shown([field])
    end

    # All fields at once, with notice to the group that the policy names.
    def whole(reason)
      Denied.check!(@decision, "reveal")
      unless @limits.emergency_group
        raise Problem.new(422, "no-emergency",
                          "The policy names no group to notify, so whole records can’t be revealed")
      end

      fields = Reveal.fields(@decision)
      noted("emergency", reason, fields: fields.size) { counted!(1) }
      Outbox.new(@visitor.state).emergency(@record, @by, reason)
      shown(fields)
    end

    # How many looks are left within the hour: Integer.
    def left = [@limits.reveals_per_hour - used, 0].max

    private

    def used
      JournalEntry.where(kind: KINDS, person: @visitor.person, at: (@visitor.at - HOUR).utc.iso8601(6)..).count
    end

    # The transaction is immediate: two looks at one moment are counted one after the other.
    def noted(kind, reason, field: nil, **details)
      JournalEntry.transaction do
        yield
        JournalEntry.note(
          kind, actor: @by, person: @visitor.person, record: @record, field: field, reason: reason, **details
        )
      end
    end

    def counted!(looks)
      return if used + looks <= @limits.reveals_per_hour

      raise Problem.new(
        429, "too-many-looks",
        "You have revealed #{@limits.reveals_per_hour} values in the last hour, which is the limit",
        again: HOUR
      )
    end

    def shown(fields)
      {
        "fields" => fields.map { |field| { "id" => field.id, "name" => field.name, "words" => words(field) } },
        "seconds" => @limits.look_seconds, "left" => left
      }
    end

    def words(field)
      value = @decision.values[field.id]
      value.is_a?(CobaltLedger::Conditions::Unreadable) ? value.message : field.say(value, @visitor.state.directory)
    end
  end
end
