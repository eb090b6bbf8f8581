# frozen_string_literal: true

module Server
  # Many saves of one record type that were judged beforehand and are written at once, all or none: the database is held
  # for the writing alone.
  class PreparedSaves
    # Rows written by one statement.
    BATCH = 1_000

    # One save that was judged. record: Record as it was judged, nil for a new one; unit: of a new one; stored: Hash of
    # field identifier to JSON value, as it is to be stored.
    Save = Struct.new(:record, :unit, :stored)

    # type: RecordType; saves: Array of Save; edition: number of the edition that they were judged by.
    def initialize(type, saves, edition)
      @type = type
      @made, @changed = saves.partition { |each| each.record.nil? }
      @edition = edition
    end

    # by: name of who saves. The block is run in the same transaction. Returns Array of [Record as it is now, Hash of
    # stored values before or nil]. Raises Problem where the policy or one of the records is not what it was.
    def write(by:)
      numbers = []
      Record.transaction do
        changed_meanwhile! unless Edition.maximum(:number) == @edition
        numbers = insert(by)
        @changed.each_slice(BATCH) { |slice| update(slice, by) }
        yield
      end
      before = @changed.to_h { |each| [each.record.number, each.record.values] }
      Record.where(record_type: @type.id, number: numbers + before.keys).map { |each| [each, before[each.number]] }
    end

    private

    def changed_meanwhile!
      raise Problem.new(412, "changed-meanwhile", "One of the records, or the policy, was changed while the file was " \
                                                  "being checked. Nothing was imported. Try again.")
    end

    # The numbers given.
    def insert(by)
      now = Time.now
      numbered = @type.fields.find(&:numbered?)
      numbers = NumberGiver.several(@type, @made.size)
      rows = @made.zip(numbers).map do |save, number|
        values = numbered ? save.stored.merge(numbered.id => number) : save.stored
        { record_type: @type.id, number: number, unit: save.unit, version: 1, changed_by: by, created_at: now,
          updated_at: now, stored: CobaltLedger::CanonicalJson.write(values.compact) }
      end
      rows.each_slice(BATCH) { |slice| Record.insert_all!(slice) }
      numbers
    end

    # One statement for all of them, each only where it is at the version that was judged.
    def update(slice, by)
      rows = slice.map do |save|
        { id: save.record.id, version: save.record.version,
          stored: CobaltLedger::CanonicalJson.write(save.stored.compact) }
      end
      sql = <<~SQL
        UPDATE records SET stored = new.value ->> 'stored', version = version + 1, changed_by = ?, updated_at = ?
        FROM json_each(?) AS new
        WHERE records.id = new.value ->> 'id' AND records.version = new.value ->> 'version'
      SQL
      told = [sql, by, Time.now.utc.strftime("%F %T.%6N"), JSON.generate(rows)]
      written = Record.connection.update(Record.sanitize_sql_array(told))
      changed_meanwhile! unless written == slice.size
    end
  end
end
