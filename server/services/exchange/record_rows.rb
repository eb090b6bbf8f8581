# frozen_string_literal: true

module Server
  # Reads a file of records: CSV with a head line, or JSON as an export writes it. Raises CobaltLedger::BadInput where
  # it can't be read at all; what is wrong with single values is told with their rows.
  class RecordRows
    # Rows of one file at most.
    MOST = 5_000

    # One record of the file. line: as in the file, for people; number: nil for a new one; unit: identifier or nil;
    # cells: Hash of field identifier to JSON value, nil for one to be emptied.
    Row = Struct.new(:line, :number, :unit, :cells)

    # bytes: String; format: "csv" or "json"; type: RecordType; directory: for the names of people; separator, encoding:
    # of a CSV, as CobaltLedger::Formats::Delimited.
    def initialize(bytes, format, type, directory, separator: nil, encoding: nil)
      @format = format
      @type = type
      @directory = directory
      written = format == "csv" ? [separator, encoding] : %w[comma UTF-8]
      @delimited = CobaltLedger::Formats::Delimited.new(
        bytes, separator: written[0], encoding: written[1]
      ) { |heading| OWN.include?(heading) || known(heading) }
    end

    # Columns that are the record's own.
    OWN = %w[number unit].freeze

    # How a CSV was read: {"separator", "encoding"}; nil for JSON.
    def read_as = @format == "csv" ? @delimited.to_h : nil

    # Array of Row.
    def read
      found = @format == "csv" ? csv : json
      raise CobaltLedger::BadInput.at("", "contains no records") if found.empty?
      raise CobaltLedger::BadInput.at("", "contains more than #{MOST} records") if found.size > MOST

      twice(found)
      found
    end

    private

    def csv
      table = @delimited.rows
      head = (table.shift || []).map { |name| name.to_s.strip }
      fields = head.map { |name| field(name) }
      table.each_with_index.reject { |cells, _| cells.compact.empty? }.map do |cells, index|
        values = {}
        fields.zip(cells).each { |known, cell| values[known.id] = value(known, cell) if known.respond_to?(:id) }
        Row.new(index + 2, named(head, cells, "number"), named(head, cells, "unit"), values)
      end
    end

    # The field of a column: by identifier, or by the name that forms show. "number" and "unit" are the record's own.
    def field(name)
      return name if OWN.include?(name)

      known(name) or raise CobaltLedger::BadInput.at("/#{name}", "#{@type.name} has no field “#{name}”")
    end

    def known(name) = @type.field(name) || @type.fields.find { |each| each.name.casecmp?(name) }

    def named(head, cells, name)
      place = head.index(name)
      text = place && cells[place].to_s.strip
      text.to_s.empty? ? nil : text
    end

    # What a cell holds, as JSON. A guard against formulas is taken away.
    def value(field, cell)
      whole = CobaltLedger::Formats::SpreadsheetGuard.unguard(cell.to_s)
      text = whole.strip
      return nil if text.empty?

      case field.family
      when :text then whole
      when :flag then { "yes" => true, "true" => true, "no" => false, "false" => false }.fetch(text.downcase, text)
      when :choice then option(field, text)
      when :choices then text.split(";").map { |each| option(field, each.strip) }
      when :person then person(text)
      else text
      end
    end

    def option(field, text) = (field.option(text) || field.options.find { |each| each.name.casecmp?(text) })&.id || text

    def person(text)
      return text if @directory.find(:user, text)

      found = @directory.users.select { |user| user.name.casecmp?(text) }
      found.size == 1 ? found.first.id : text
    end

    def json
      document = CobaltLedger::Formats::StrictJson.read(@delimited.text)
      list = document.is_a?(Hash) ? document["records"] : document
      raise CobaltLedger::BadInput.at("", "must hold a list of records") unless list.is_a?(Array)

      list.each_with_index.map do |each, index|
        unless each.is_a?(Hash) && each["values"].is_a?(Hash)
          raise CobaltLedger::BadInput.at("/records/#{index}", "must be an object with values")
        end

        unknown = each["values"].keys.find { |id| @type.field(id).nil? }
        if unknown
          raise CobaltLedger::BadInput.at("/records/#{index}/values/#{unknown}", "#{@type.name} has no such field")
        end

        Row.new(index + 1, text(each["number"]), text(each["unit"]), each["values"])
      end
    end

    def text(value) = value.is_a?(String) && !value.strip.empty? ? value.strip : nil

    def twice(rows)
      again = rows.filter_map(&:number).tally.find { |_, count| count > 1 } or return
      raise CobaltLedger::BadInput.at("", "names #{again.first} more than once")
    end
  end
end
