# frozen_string_literal: true

require "json_schemer"

module CobaltLedger
  module Formats
    # The checking of documents against the published JSON Schemas.
    module Schema
      # Faults listed at most; a wholly wrong document would otherwise bury the first one.
      LIMIT = 100
      # Faults that speak of another form having been meant.
      MISFITS = %w[required schema const enum].freeze

      module_function

      # Raises BadInput with every fault when a document does not have the shape the schema gives.
      # name: one of SchemaBook.names.
      def check!(name, document)
        faults = faults(name, document)
        raise BadInput, faults if faults.any?
      end

      # Array of Fault.
      def faults(name, document)
        words(schemer(name), document)
      end

      # Faults of a document under any compiled schema, in plain words. Whether there are any is told much faster than
      # which.
      def words(schema, document)
        return [] if schema.valid?(document)

        likeliest(schema.validate(document).first(LIMIT * 10)).map { |error| fault(error) }.uniq.first(LIMIT)
      end

      def schemer(name)
        @schemers ||= {}
        @schemers[name] ||= JSONSchemer.schema(SchemaBook.schema(name))
      end

      # Where one of several forms is allowed, only the faults of the form that comes nearest are worth telling;
      # and where a form came near enough to have a fault further in, that fault alone.
      def likeliest(errors)
        alternatives, others = errors.partition { |error| error["schema_pointer"].match?(%r{/oneOf/\d+}) }
        nearest =
          alternatives
            .group_by { |error| error["schema_pointer"][%r{\A.*?/oneOf/}] }
            .values
            .map do |found|
              found
                .group_by { |error| error["schema_pointer"][%r{/oneOf/(\d+)}, 1] }
                .values
                .min_by { |branch| [branch.count { |error| misfit?(error) }, branch.size] }
            end
        others +
          nearest
            .reject { |group| group.all? { |error| misfit?(error) } && further_in?(nearest - [group], place(group)) }
            .flatten
      end

      def misfit?(error) = MISFITS.include?(error["type"])
      private_class_method :misfit?

      # The deepest place that all errors of a group share.
      def place(group)
        paths = group.map { |error| error["data_pointer"].split("/") }
        paths.reduce { |shared, path| shared.zip(path).take_while { |one, other| one == other }.map(&:first) }.join("/")
      end
      private_class_method :place

      def further_in?(groups, place)
        groups.any? do |group|
          group.any? { |error| error["data_pointer"].start_with?("#{place}/") } && place(group).size > place.size
        end
      end
      private_class_method :further_in?
      private_class_method :likeliest

      def fault(error)
        Fault.new(pointer: error["data_pointer"], message: SchemaWords.of(error))
      end
      private_class_method :fault
    end
  end
end
