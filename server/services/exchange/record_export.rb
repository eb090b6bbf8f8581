# frozen_string_literal: true

require "csv"

module Server
  # The records of a type as a file, for one person: those that they may meet in lists and may export, with what lists
  # could show of every field. A hidden field has no column, a masked value is masked.
  class RecordExport
    # Records in one file at most.
    MOST = 100_000

    # visitor: Visitor; type: RecordType.
    def initialize(visitor, type)
      @visitor = visitor
      @type = type
      @action = CobaltLedger::Catalogue::Action.id("export")
      fields = type.fields.reject(&:retired?)
      @glance = CobaltLedger::Decisions::Glance.new(visitor.state.engine, type, [*fields.map(&:id), @action])
      @fields = fields
    end

    # by: name of who asks. Returns the text. format: "csv" or "json".
    def write(format, by:)
      rows = rows()
      JournalEntry.note(
        "export", actor: by, person: @visitor.person, record_type: @type.id, records: rows.size, format: format
      )
      format == "csv" ? csv(rows) : json(rows)
    end

    private

    # Array of [number, unit, Hash of identifier to what leaves].
    def rows
      Record.bare(@visitor.open_records(@type).order(:number).limit(MOST)).filter_map do |record|
        seen = @glance.of(@visitor.question(@type, record, "list"))
        next unless seen[@action].allowed?

        [record.number, record.unit, @fields.to_h do |field|
          [field.id, seen[field.id].disclose(seen.values[field.id])]
        end]
      end
    end

    def columns(rows)
      @fields.select { |field| rows.any? { |_, _, told| told[field.id].any? } }
    end

    def csv(rows)
      columns = columns(rows)
      ::CSV.generate(row_sep: "\r\n") do |csv|
        csv << ["number", "unit", *columns.map(&:id)]
        rows.each do |number, unit, told|
          csv << [number, unit, *columns.map { |field| cell(told[field.id].first) }]
        end
      end
    end

    def cell(value)
      case value
      when nil then nil
      when true then "yes"
      when false then "no"
      when Array then value.join("; ")
      when BigDecimal then value.to_s("F").sub(/\.0\z/, "")
      else guard(value.to_s)
      end
    end

    # A leading =, +, - or @ would be run as a formula by a spreadsheet.
    def guard(text) = text.match?(/\A[=+\-@\t\r]/) ? "'#{text}" : text

    def json(rows)
      CobaltLedger::CanonicalJson.pretty(
        "record_type" => @type.id,
        "records" => rows.map do |number, unit, told|
          { "number" => number, "unit" => unit, "values" => told.filter_map { |id, list| [id, list.first] if list.any? }
            .to_h.compact }
        end
      )
    end
  end
end
