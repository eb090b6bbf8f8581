# frozen_string_literal: true

module Server
  # Writes a file of records as one person, through the channel import: each row is judged like a save, and either all
  # rows are stored or none is. What a cell repeats as the person sees it, a masked value as it is masked, is no change.
  class RecordImport
    # What becomes of a row. verb: "new", "change" or "same"; refusals: Array of words.
    Line = Struct.new(:row, :verb, :changes, :refusals, :put_aside) do
      def to_view
        { "line" => row.line, "number" => row.number, "verb" => verb, "fields" => changes.keys, "refusals" => refusals,
          "put_aside" => put_aside }.compact
      end
    end

    # visitor: Visitor that comes through imports; type: RecordType; rows: Array of RecordRows::Row; by: name.
    def initialize(visitor, type, rows, by:)
      @visitor = visitor
      @type = type
      @rows = rows
      @by = by
      @desk = RecordDesk.new(visitor)
    end

    # What would become of every row: Array of Line. Nothing is stored, and no one else is kept from storing.
    def preview = judged.map(&:first)

    # Stores all. Returns Array of Line; raises the refusal of the whole where one row is refused.
    def store
      edition = Edition.maximum(:number)
      found = judged
      all_sound!(found.map(&:first))
      saves = found.filter_map(&:last)
      written = PreparedSaves.new(@type, saves, edition).write(by: @by) { note(found.map(&:first)) }
      written.each { |record, before| AutomationRunner.after(record, before) }
      found.map(&:first)
    end

    private

    # Each row by itself: Array of [Line, PreparedSaves::Save or nil where it stores nothing].
    def judged = @rows.map { |row| row.number ? changed(row) : created(row) }

    def all_sound!(lines)
      refused = lines.reject { |line| line.refusals.empty? }
      return if refused.empty?

      raise Problem.new(
        422, "refused", "#{CobaltLedger::Words.count(refused.size, 'row')} can’t be imported, so nothing was",
        rows: refused.first(200).map(&:to_view)
      )
    end

    def created(row)
      changes = row.cells.compact
      save, aside = @desk.prepared_new(@type.id, row.unit, changes)
      [Line.new(row, "new", changes, [], told(aside)), save]
    rescue Problem, CobaltLedger::BadInput => e
      [Line.new(row, "new", changes, words(e), nil), nil]
    end

    def changed(row)
      changes = {}
      record = @visitor.find!(@type, row.number, "edit")
      changes = changes(record, row)
      return [Line.new(row, "same", {}, [], nil), nil] if changes.empty?

      save, aside = @desk.prepared_change(record, changes)
      [Line.new(row, "change", changes, [], told(aside)), (save unless save.stored.compact == record.values)]
    rescue Problem, CobaltLedger::BadInput => e
      [Line.new(row, "change", changes, words(e), nil), nil]
    end

    # Of the cells, those that say something else than the person sees.
    def changes(record, row)
      decision = @visitor.state.engine.decide(@visitor.question(@type, record, "edit"))
      row.cells.reject do |id, value|
        field = @type.field(id)
        decided = decision[id]
        next true if field.numbered? && value == record.number
        # A column that is there for the sake of other records says nothing of one in which its reader sees nothing.
        next true if value.nil? && (decided.hidden? || decided.masked?)
        next decided.disclose(decision.values[id]).first == value if decided.masked?

        !decided.hidden? && same?(field, decision.values[id], value)
      end
    end

    def same?(field, typed, value)
      typed == field.parse(value)
    rescue CobaltLedger::Catalogue::Kind::Unsuitable
      false
    end

    def told(aside) = aside.empty? ? nil : aside.map(&:plain)

    def words(error)
      refusals = error.is_a?(Problem) ? error.members[:refusals] : nil
      refusals ? refusals.map { |each| each["words"] } : [error.message]
    end

    def note(lines)
      JournalEntry.note(
        "import", actor: @by, person: @visitor.person, record_type: @type.id, records: lines.size,
                  changed: lines.count { |line| line.verb == "change" }, made: lines.count { |line| line.verb == "new" }
      )
    end
  end
end
