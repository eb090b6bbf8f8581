# frozen_string_literal: true

require "json_schemer"

module CobaltLedger
  module Formats
    # The published JSON Schemas (2020-12) and the checking of documents against them.
    module Schema
      FOLDER = File.expand_path("../../../schema", __dir__)
      # Faults listed at most; a wholly wrong document would otherwise bury the first one.
      LIMIT = 100
      # Faults that speak of another form having been meant.
      MISFITS = %w[required schema const enum].freeze

      module_function

      # Raises BadInput with every fault when a document does not have the shape the schema gives.
      # name: "policy", "directory", "question", "people-mapping", "rule", "record-type" or "baseline".
      def check!(name, document)
        faults = faults(name, document)
        raise BadInput, faults if faults.any?
      end

      # Array of Fault.
      def faults(name, document)
        words(schemer(name), document)
      end

      # Faults of a document under any compiled schema, in plain words.
      def words(schema, document)
        likeliest(schema.validate(document).first(LIMIT * 10)).map { |error| fault(error) }.uniq.first(LIMIT)
      end

      def schemer(name)
        @schemers ||= {}
        @schemers[name] ||= JSONSchemer.schema(JSON.parse(File.read(File.join(FOLDER, "#{name}.schema.json"))))
      end

      # Where one of several forms is allowed, only the faults of the form that comes nearest are worth telling.
      def likeliest(errors)
        alternatives, others = errors.partition { |error| error["schema_pointer"].match?(%r{/oneOf/\d+}) }
        others + alternatives.group_by { |error| error["schema_pointer"][%r{\A.*?/oneOf/}] }.flat_map do |_, found|
          found.group_by { |error| error["schema_pointer"][%r{/oneOf/(\d+)}, 1] }.values.min_by { |branch| [branch.count { |error| MISFITS.include?(error["type"]) }, branch.size] }
        end
      end
      private_class_method :likeliest

      def fault(error)
        Fault.new(pointer: error["data_pointer"], message: SchemaWords.of(error))
      end
      private_class_method :fault
    end
  end
end
