# frozen_string_literal: true

module CobaltLedger
  module Formats
    module JsonSchema
      # Alternatives of one place as one definition: options that stand one by one are a choice, objects are all that
      # any of them holds, and values of several types are the one that can hold them all.
      class Alternatives
        # parts: Array of Hash laid flat, not empty; pointer: JSON Pointer to them; remarks: FaultList.
        def initialize(parts, pointer, remarks)
          @parts = parts
          @pointer = pointer
          @remarks = remarks
        end

        # Returns a Hash.
        def joined
          return @parts.first if @parts.uniq.size == 1
          return options if @parts.all? { |part| part.key?("const") || part["enum"].is_a?(Array) }
          return objects if @parts.all? { |part| part["properties"].is_a?(Hash) }

          mixed
        end

        private

        # Options with their titles, where they have some ("oneOf" of "const" and "title").
        def options
          values = @parts.flat_map { |part| part.key?("const") ? [part["const"]] : part["enum"] }
          titles = @parts.select { |part| part["title"].is_a?(String) && part.key?("const") }
            .to_h { |part| [part["const"], part["title"]] }
          { "enum" => values.uniq, "x-titles" => titles }
        end

        def objects
          @remarks.add(@pointer, "which properties go together is not checked")
          required = @parts.map { |part| Array(part["required"]) }.reduce(:&)
          properties = @parts.map { |part| part["properties"] }.reduce do |one, other|
            one.merge(other) { |_, mine, theirs| mine == theirs ? mine : { "anyOf" => [mine, theirs] } }
          end
          { "type" => "object", "properties" => properties, "required" => required }
        end

        # An object beside plain values can't be told apart from them in a field: the plain values count.
        def mixed
          plain = @parts.reject { |part| part["properties"] || part["type"] == "object" }
          if plain.empty? || plain.size < @parts.size
            @remarks.add(@pointer, "the alternatives that are objects are left out")
            return plain.empty? ? @parts.first : Alternatives.new(plain, @pointer, @remarks).joined
          end

          types = plain.flat_map { |part| PropertyKind.types_of(part) }.uniq
          return plain.first.merge("type" => types.first) if types.size == 1 && types != ["array"]

          same = types == ["array"] ? plain.first : { "type" => types }
          @remarks.add(@pointer, "which alternative holds is not checked")
          same
        end
      end
    end
  end
end
