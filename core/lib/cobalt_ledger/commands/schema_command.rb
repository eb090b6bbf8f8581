# frozen_string_literal: true

module CobaltLedger
  module Commands
    # bin/ledger schema: a published JSON Schema, for editors and other programs.
    class SchemaCommand < Command
      known_as "schema", order: 8
      says <<~TEXT
        schema NAME     prints the JSON Schema (2020-12) of a document: #{Formats::SchemaBook.names.join(', ')}
      TEXT

      def run
        name = @files.first
        unless Formats::SchemaBook.names.include?(name)
          raise BadInput.at("", "name one of #{Formats::SchemaBook.names.join(', ')}")
        end

        print_json(Formats::SchemaBook.schema(name))
      end
    end
  end
end
