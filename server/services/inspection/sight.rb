# frozen_string_literal: true

module Server
  # What someone who looks at the policy gets to see of stored records, in rehearsal, map, reasoning and questions: the
  # values they may see themselves, by the edition in force, in a mode that opens the record. In the place of all others
  # stand made-up values of the field's kind, the same for every record, so that they tell nothing.
  class Sight
    # Modes of which one that shows a value is enough.
    MODES = %w[view edit].freeze

    # What was looked at. stored: Hash of identifier to JSON value; made_up: Array of identifiers of fields.
    Seen = Struct.new(:stored, :made_up)

    # Sees nothing of its own.
    def self.none = new(nil)

    # person: identifier of the directory user who looks, or nil for no one; network: the address they come from, or
    # nil.
    def initialize(person, network: nil)
      @state = PolicyStore.instance.in_force
      @visitor = person && @state.directory.find(:user, person) ? Visitor.new(person, network: network) : nil
    end

    # The records of a type that they may meet in lists: a relation. type: identifier.
    def records(type)
      known = @state.policy.record_type(type)
      known && @visitor ? @visitor.open_records(known) : Record.none
    end

    # A record that they may open themselves, or nil: one that they may not is to them one that there is not. type:
    # identifier.
    def record(type, number)
      known = @state.policy.record_type(type)
      known && @visitor&.find(known, number, "view")
    end

    # record: Record; type: the RecordType it is looked at as, which may have edits that are not in force. Returns Seen.
    def of(record, type)
      stored = record.values
      shown = shown(record)
      values, made_up =
        type
          .fields
          .reject { |field| field.computed? && !field.typed_when_incomplete? }
          .each_with_object([{}, []]) do |field, (found, invented)|
        id = field.id
        next found[id] = stored[id] if field.numbered? || shown[id] == :shown
        next if shown[id] == :masked && stored[id].nil?

        found[id] = made_up(field)
        invented << id
      end
      Seen.new(values.compact, made_up | worked_out(type, made_up))
    end

    # The values of a record, as far as they may see them: Hash of identifier to JSON value; nil where there is none.
    # type: the RecordType it is looked at as, or nil.
    def values(type, number)
      record = type && Record.find_by(record_type: type.id, number: number)
      record && of(record, type).stored
    end

    private

    # Hash of identifier to :shown, :masked or nothing.
    def shown(record)
      type = @state.policy.record_type(record.record_type)
      return {} unless @visitor && type && @visitor.opens?(type, record, "view")

      decisions = MODES.map { |mode| @state.engine.decide(@visitor.question(type, record, mode)) }
      type.fields.to_h do |field|
        found = decisions.map { |decision| decision[field.id] }
        [
          field.id,
          found.any? { |each| !each.hidden? && !each.masked? } ? :shown : (:masked unless found.all?(&:hidden?))
        ]
      end
    end

    # Computed fields that come of made-up values.
    def worked_out(type, made_up)
      type.formulas.steps.map { |step| step.field.id }.select { |id| type.formulas.inputs_of(id).intersect?(made_up) }
    end

    # A person has to be one of the directory, a record one that there is.
    def made_up(field)
      case field.family
      when :person
        @state.directory.users.map(&:id).min
      when :reference
        (@references ||= {})[field.refers_to] ||= records(field.refers_to).minimum(:number)
      else
        field.kind.stand_in(field)
      end
    end
  end
end
