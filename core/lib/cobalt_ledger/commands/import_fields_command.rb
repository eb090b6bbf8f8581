# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger import-fields: a list of fields becomes a policy document that holds their record type.
    class ImportFieldsCommand < Command
      known_as "import-fields", order: 5
      says <<~TEXT
        import-fields FILE   turns a JSON Schema (.json) or a CSV list of fields (.csv) into a policy document
          --name NAME        name of the record type
          --definition POINTER  of a JSON Schema, what is meant, such as #/$defs/visit (default: the whole document)
          --only NAMES       of a JSON Schema, these properties, by name or pointer, separated by commas
          --without NAMES    of a JSON Schema, all but these
      TEXT

      def run
        path = file
        type = in_file(path) { |text| read(path, text) }
        rules = (@rules || []).each_with_index.map { |rule, index| rule.merge("rank" => index + 1) }
        document = Formats::PolicyJson.empty(type["name"]).merge("record_types" => [type], "rules" => rules)
        in_file(path) { Formats::PolicyJson.build(document) }
        print_json(document)
      end

      private

      # A list of fields has no name of its own: the file's will do.
      def read(path, text)
        return schema(text) unless path.end_with?(".csv")

        Formats::FieldsCsv.read(
          text, name: options["name"] || Words.capitalize(File.basename(path, ".*").tr("_-", "  "))
        )
      end

      # What can't come in is told on standard error.
      def schema(text)
        read = Formats::RecordTypeJsonSchema.new(
          text, name: options["name"], at: options["definition"], only: names("only"), without: names("without")
        )
        read.document.tap do
          read.remarks.each { |remark| err.puts(remark) }
          @rules = read.rules
        end
      end

      def names(option) = options[option]&.split(",")&.map(&:strip)
    end
  end
end
