# frozen_string_literal: true

require "csv"

module CobaltLedger
  module Formats
    # Reads a record type from a CSV list of its fields, heading line first; see Delimited for how it may be written.
    # Columns: name, and as wanted id, section, kind (any word for one), label, options (separated by "|"), required
    # (yes/no), help, formula, numbering.
    class FieldsCsv
      SIZE_LIMIT = 2 * 1024 * 1024
      COLUMNS = %w[id name section kind label options required help formula numbering].freeze

      # text: String of bytes; name: the record type's name; separator, encoding: as Delimited. The block gets the
      # Delimited that it was read as. Returns a record type document. Raises BadInput.
      def self.read(text, name:, id: nil, **written)
        reader = new(text, name, id, **written)
        document = reader.read
        yield reader.delimited if block_given?
        document
      end

      # The Delimited that it is read as.
      attr_reader :delimited

      def initialize(text, name, id, **written)
        raise BadInput.at("", "is larger than #{SIZE_LIMIT / 1024 / 1024} MiB") if text.bytesize > SIZE_LIMIT

        @delimited = Delimited.new(text, **written) { |heading| COLUMNS.include?(heading.downcase) }
        @name = name
        @id = id
        @faults = FaultList.new
      end

      def read
        rows = parse
        headings((rows.headers || []).compact)
        fields = rows.each_with_index.filter_map { |row, index| field(row.to_h, "line #{index + 2}") }
        @faults.add("", "holds no field") if fields.empty? && @faults.empty?
        repeated(fields)
        @faults.raise_if_any!
        { "id" => @id || Identifier.from(@name), "name" => @name, "sections" => sections(fields),
          "fields" => fields.map { |field| field.except("section_name") } }
      end

      private

      # Tabs part columns where they do, and are no space to be taken away.
      def parse
        space = delimited.separator == "tab" ? " " : true
        CSV.parse(
          delimited.text, headers: true, skip_blanks: true, strip: space, col_sep: delimited.sign,
                          header_converters: ->(heading) { heading.to_s.strip.downcase }
        )
      rescue CSV::MalformedCSVError => e
        raise BadInput.at("line #{e.line_number}", "is not CSV: #{e.message.sub(/ in line \d+\.?/, '')}")
      end

      def headings(found)
        @faults.add("line 1", "lacks the column “name”") unless found.include?("name")
        (found - COLUMNS).each { |heading| @faults.add("line 1", "has an unknown column “#{heading}”") }
        @faults.add("line 1", "names a column twice") if found.uniq.size < found.size
        @faults.raise_if_any!
      end

      def field(row, place)
        return @faults.add(place, "has more values than the heading line") if row.key?(nil)
        return @faults.add(place, "the name is missing") if row["name"].to_s.empty?

        kind = Catalogue::Kind.named(row["kind"] || "text") or return @faults.add(place, unknown(row["kind"]))

        section = row["section"] || "Details"
        {
          "id" => row["id"] || Identifier.from(row["name"], "_"), "name" => row["name"], "kind" => kind,
          "section" => Identifier.from(section), "section_name" => section,
          "label" => (row["label"] || "internal").downcase, "options" => options(row["options"], place),
          "help" => row["help"], "formula" => row["formula"], "numbering" => row["numbering"],
          "baseline" => required(row["required"], place)
        }.compact
      end

      def unknown(kind)
        "there is no kind “#{kind}”; known are #{Catalogue::Kind.members.each_value.map(&:title).join(', ')}"
      end

      def options(text, place)
        return nil unless text

        names = text.split("|").map(&:strip).reject(&:empty?)
        Identifier.alike(names).each { |words| @faults.add(place, "the options #{words}") }
        names.map { |option| { "id" => Identifier.from(option), "name" => option } }
      end

      def required(text, place)
        case text.to_s.downcase
        when "yes", "true", "x" then { "presence" => "required" }
        when "", "no", "false" then nil
        else @faults.add(place, "“required” must be yes or no")
        end
      end

      def repeated(fields)
        fields
          .group_by { |field| field["id"] }
          .each_value do |same|
            same
              .drop(1)
              .each { |field| @faults.add("field #{field['name']}", "the identifier “#{field['id']}” is used twice") }
          end
      end

      def sections(fields)
        fields
          .map { |field| { "id" => field["section"], "name" => field["section_name"] } }
          .uniq { |section| section["id"] }
      end
    end
  end
end
