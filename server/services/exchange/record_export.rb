# frozen_string_literal: true

require "csv"

module Server
  # The records of a type as a file, for one person: those that they may meet in lists and may export, with what lists
  # could show of every field. A hidden field has no column, a masked value is masked.
  class RecordExport
    # Records in one file at most; where there are more, the next file goes on after the last of this.
    MOST = 100_000

    # visitor: Visitor; type: RecordType; after: number of the record after which it begins, or nil; only: Set of the
    # numbers that are wanted, nil for all.
    def initialize(visitor, type, after: nil, only: nil)
      @visitor = visitor
      @type = type
      @after = after
      @only = only
      @action = CobaltLedger::Catalogue::Action.id("export")
      fields = type.fields.reject(&:retired?)
      @glance = CobaltLedger::Decisions::Glance.new(visitor.state.engine, type, [*fields.map(&:id), @action])
      @fields = fields
    end

    # Number of the record after which the next file begins; nil where this is the last.
    def next_after = met.size > MOST ? met[MOST - 1].number : nil

    # by: name of who asks. Returns the text, or the bytes. format: "csv", "json" or "xlsx". Raises Problem where the
    # person may export none of the records that they may list.
    def write(format, by:)
      rows = rows()
      raise Problem.new(403, "denied", "You can’t export #{@type.plural.downcase}.") if rows.empty? && met.any?

      JournalEntry.note(
        "export", actor: by, person: @visitor.person, record_type: @type.id, records: rows.size, format: format
      )
      { "csv" => :csv, "json" => :json, "xlsx" => :workbook }.fetch(format).then { |way| send(way, rows) }
    end

    private

    # Array of [number, unit, Hash of identifier to what leaves].
    def rows
      met.first(MOST).filter_map do |record|
        seen = @glance.of(@visitor.question(@type, record, "list"))
        next unless seen[@action].allowed?

        [record.number, record.unit, @fields.to_h do |field|
          [field.id, seen[field.id].disclose(seen.values[field.id])]
        end]
      end
    end

    # The records that could leave, and one more where there are more than one file holds.
    def met
      @met ||= @visitor.open_records(@type).order(:number)
        .then { |all| @after ? all.where("number > ?", @after) : all }
        .then { |all| Record.bare(@only ? all : all.limit(MOST + 1)) }
        .then { |all| @only ? all.select { |record| @only.include?(record.number) }.first(MOST + 1) : all.to_a }
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
      else CobaltLedger::Formats::SpreadsheetGuard.guard(value.to_s)
      end
    end

    # For people: names of fields as they are on the form, numbers and days as such.
    def workbook(rows)
      columns = columns(rows)
      CobaltLedger::Formats::Workbook.write(
        CobaltLedger::Formats::Workbook::Table.new(
          name: @type.plural, heading: ["Number", "Unit", *columns.map(&:name)],
          rows: rows.map { |number, unit, told| [number, unit, *columns.map { |field| plain(told[field.id].first) }] }
        )
      )
    end

    def plain(value) = value.is_a?(Array) ? value.join("; ") : value

    def json(rows)
      records = rows.map do |number, unit, told|
        values = told.filter_map { |id, list| [id, list.first] if list.any? }.to_h.compact
        { "number" => number, "unit" => unit, "values" => values }
      end
      CobaltLedger::CanonicalJson.pretty(
        { "record_type" => @type.id, "next_after" => next_after, "records" => records }.compact
      )
    end
  end
end
