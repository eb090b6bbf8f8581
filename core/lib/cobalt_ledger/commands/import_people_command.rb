# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger import-people: an export of people becomes a directory document.
    class ImportPeopleCommand < Command
      known_as "import-people", order: 6
      says <<~TEXT
        import-people FILE   turns an LDIF export into a directory document
          --mapping FILE     which attribute means what (default: inetOrgPerson and groupOfNames)
      TEXT

      def run
        mapping = options["mapping"] && in_file(options["mapping"]) { |text| Formats::StrictJson.read(text) }
        document = in_file(file) do |text|
          Formats::PeopleLdif.read(text, mapping) { |left_out| left_out.each { |each| err.puts(each) } }
        end
        print_json(document)
      end
    end
  end
end
