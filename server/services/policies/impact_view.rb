# frozen_string_literal: true

module Server
  # What the change set does to whom, as it is sent.
  class ImpactView
    # Lines sent at most.
    LIMIT = 2_000

    # People named with a row or a line.
    NAMES = 5

    # One account is calculated at a time; it is asked for by many.
    LOCK = Mutex.new

    # before, after: PolicyStore::Compiled. Returns a JSON-ready Hash.
    def self.of(before, after)
      LOCK.synchronize do
        PolicyStore.instance.memory.fetch([:impact, before.key, after.key]) { new(before, after).to_h }
      end
    end

    def initialize(before, after)
      @states = [after, before]
      @wording = CobaltLedger::Changes::Wording.new([before.policy, after.policy], after.directory)
      lines, @unsure = PolicyDifference.new(before, after).all
      @lines = CobaltLedger::Changes::Merging.of(lines)
    end

    def to_h
      rows = sorted
      place = 0
      told = rows.map { |row| row(row, place).tap { place += row.entries.size } }
      { "people" => @lines.flat_map(&:users).uniq.size, "total" => @lines.size, "rows" => told,
        "lines" => rows.flat_map { |row| row.entries.map { |entry| line(entry.lines) } },
        "undecided" => @wording.not_told(@unsure) }
    end

    private

    # What gives someone more comes first.
    def sorted
      order = ->(line) { [opens?(line) ? 0 : 1, -line.people.size, line.field] }
      @wording.rows(@lines.sort_by(&order).first(LIMIT)).sort_by { |row| order.call(row.line) }
    end

    # first: place of its first line among all that are sent.
    def row(row, first)
      { "sentence" => @wording.row(row), "opens" => opens?(row.line), **whom(row.users), "first" => first,
        "lines" => row.entries.size, "before" => row.line.before&.state&.level,
        "after" => row.line.after&.state&.level }.compact
    end

    # Does someone see more, or may change or do more?
    def opens?(line) = line.direction.intersect?(["sees more", "may change more", "may do more"])

    # lines: what is the same in several modes.
    def line(lines)
      line = lines.first
      subject(line).merge(
        "modes" => lines.map(&:mode), "channels" => line.channels,
        "units" => line.units.map { |id| @states.first.directory.name_of(:unit, id) },
        "direction" => line.direction, "opens" => opens?(line),
        "when" => "#{", when #{line.condition}" if line.condition}#{@wording.span(line)}",
        "who" => @wording.who(line.people),
        **whom(line.users),
        "example" => line.example.to_h.except("form")
      )
    end

    # users: Array of identifiers.
    def whom(users)
      { "people" => users.size, "names" => users.first(NAMES).map { |id| @wording.who([id]) } }
    end

    # What becomes what.
    def subject(line)
      types = @states.filter_map { |state| state.policy.record_type(line.record_type) }
      {
        "record_type" => types.first.name, "record_type_id" => line.record_type,
        "field" => types.filter_map { |type| type.subject(line.field) }.first.name, "field_id" => line.field,
        "before" => line.before&.state&.level, "after" => line.after&.state&.level,
        "before_words" => @wording.answer(line.before), "after_words" => @wording.answer(line.after)
      }.compact
    end
  end
end
