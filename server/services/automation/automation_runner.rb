# frozen_string_literal: true

module Server
  # Does what the policy has happen by itself when a record is created or reaches a stage. It stands in for the
  # business's own automation: everything it does goes through the channel of automations, as the program it acts as,
  # under the same decisions as anyone's; what it may not do it does not, and says so in the journal and to its owner.
  class AutomationRunner
    # Automations that start each other, at most.
    DEEP = 3

    # Something that was done: written into the record that it started from (fields: Array of identifiers), or made
    # (record: Record).
    Deed = Struct.new(:record, :fields, keyword_init: true)

    # record: Record as it is stored now; before: Hash of stored values before, or nil where it is new. Returns an Array
    # of Deed.
    def self.after(record, before, depth: 0)
      return [] if depth >= DEEP

      state = PolicyStore.instance.in_force
      type = state.policy.record_type(record.record_type) or return []
      stages = [before, record.values].map { |values| type.path && values && values[type.path.field.id] }
      state.policy.automations.flat_map do |each|
        next [] unless each.on? && each.record_type == type.id && each.starts?(*stages, created: before.nil?)

        new(each, record, depth).run
      end
    end

    # automation: CobaltLedger Automation; record: Record that it starts from; depth: automations that led to it.
    def initialize(automation, record, depth)
      @automation = automation
      @record = record
      @depth = depth
      @visitor = Visitor.new(automation.user, channel: "automation")
      @type = @visitor.record_type(record.record_type)
      @desk = RecordDesk.new(@visitor, depth: depth + 1)
    end

    # Does its steps, each by itself: one that is refused keeps none of the others from being done. Returns an Array of
    # Deed.
    def run
      @deeds = []
      @automation.steps.each do |step|
        done(*act(step))
      rescue Problem, CobaltLedger::BadInput => e
        refused(e)
      end
      @deeds
    end

    private

    def act(step)
      return write(step["write"]) if step["write"]
      return make(step["make"]) if step["make"]

      tell(step["tell"])
    end

    # What the program may see of the record that it starts from.
    def seen
      @visitor.find!(@type, @record.number, "view")
      @seen ||= @visitor.state.engine.decide(@visitor.question(@type, @record.reload, "view"))
    end

    def write(values)
      record = @visitor.find!(@type, @record.number, "edit")
      @desk.update(@type.id, record.number, given(values), if_match: record.etag, by: @automation.title)
      @deeds << Deed.new(record: nil, fields: values.keys)
      ["wrote", values.keys.map { |id| @type.field(id).name }]
    end

    def make(step)
      made = @visitor.record_type(step["record_type"])
      values = given(step["values"])
      values[step["through"]] = @record.number if step["through"]
      record, = @desk.create(made.id, @record.unit, values, by: @automation.title)
      @deeds << Deed.new(record: record, fields: [])
      ["made", ["#{made.name} #{record.number}"]]
    end

    # Values as a save sends them. What is not to be seen by the program is not copied.
    def given(values)
      values.to_h do |id, value|
        next [id, value["value"]] if value.key?("value")
        next [id, @visitor.state.policy.zone.to_local(@visitor.at).to_date.iso8601] if value["today"]

        [id, copied(value["from"])]
      end.compact
    end

    def copied(id)
      field = seen[id]
      return nil if field.hidden? || field.masked?

      field.disclose(seen.values[id]).first
    end

    def tell(step)
      kind, id = step["to"].first
      people = @visitor.state.directory.within(kind.to_sym, id)
      Outbox.new(@visitor.state).send_to(
        people, "automation", @record, "met by “#{@automation.title}”: #{step['words']}", nil,
        fields: step["fields"] || []
      )
      ["told", [CobaltLedger::Words.count(people.size, "person", "people")]]
    end

    def done(verb, things) = note(did: "#{verb} #{CobaltLedger::Words.list(things)}")

    # In the words that a person would be told at the form.
    def refused(error)
      note(refused: error.message)
      return unless @automation.owner

      Outbox.new(@visitor.state).refused(
        [@automation.owner], "“#{@automation.title}”", @record.record_type, @record.number, error.message
      )
    end

    def note(**details)
      JournalEntry.note(
        "automation", actor: @automation.title, person: @automation.user, record: @record, **details
      )
    end
  end
end
