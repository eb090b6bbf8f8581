# frozen_string_literal: true

module CobaltLedger
  module Formats
    # The published JSON Schemas (2020-12), each whole in itself: a document of schema/documents/ with the definitions
    # it needs. What is written by hand stands once, in schema/definitions/; masks, effects, operands and the lists of
    # names are what their registries say.
    module SchemaBook
      FOLDER = File.expand_path("../../../schema", __dir__)

      # Definitions that registries give, by name.
      REGISTERED = {
        "kind" => -> { { "enum" => Catalogue::Kind.names } },
        "precedence" => -> { { "enum" => Access::PrecedenceMethod.names } },
        "mode" => -> { { "enum" => Decisions::Question::MODES } },
        "channel" => -> { { "enum" => Decisions::Question::CHANNELS } },
        "action" => -> { { "enum" => Catalogue::Action::KINDS.keys } },
        "mask" => -> { named_by("format", Masks::Mask.members, "How a masked value is covered.") },
        "effect" => -> { named_by("effect", Rules::Effect.members, "What becomes of the fields, or of their values.") },
        "operand" => -> { one_of(operands(:left), "Something looked up when a decision is made.") },
        "right" => -> { one_of(operands(:right), "What it is compared with: a value written out, or one looked up.") },
        "value" => -> { one_of(operands(:value), "A value written out, or one looked up.") }
      }.freeze

      class << self
        # Names of the documents there are schemas for.
        def names
          @names ||=
            Dir[File.join(FOLDER, "documents", "*.json")].map { |path| File.basename(path, ".json") }.sort.freeze
        end

        # A schema, whole in itself: Hash. name: one of names.
        def schema(name)
          document = read("documents", name)
          document.merge("$defs" => needed(document))
        end

        # Members of a definition, in the order in which it names them: Array of String.
        def members(name) = (@members ||= {})[name] ||= read("definitions", name)["properties"].keys.freeze

        private

        # Definitions a document names, with those that they name: Hash by name.
        def needed(document)
          found = {}
          left = named(document)
          while (name = left.shift)
            next if found.key?(name)

            found[name] = definition(name)
            left.concat(named(found[name]))
          end
          found.sort.to_h
        end

        def named(schema)
          case schema
          when Hash
            schema.flat_map { |member, value| member == "$ref" ? [value.delete_prefix("#/$defs/")] : named(value) }
          when Array
            schema.flat_map { |item| named(item) }
          else
            []
          end
        end

        def definition(name)
          registered = REGISTERED[name]
          registered ? instance_exec(&registered) : read("definitions", name)
        end

        def read(folder, name) = JSON.parse(File.read(File.join(FOLDER, folder, "#{name}.json")))
        def operands(side) = Conditions::Operand.members.values.select { |operand| operand.stands.include?(side) }

        # One member says which form the others have: so what is wrong is told of the form that was meant.
        def named_by(name, members, description)
          forms =
            members.map do |value, member|
              {
                "if" => {
                  "properties" => {
                    name => {
                      "const" => value
                    }
                  },
                  "required" => [name]
                },
                "then" => member.schema
              }
            end
          {
            "description" => description,
            "type" => "object",
            "required" => [name],
            "properties" => {
              name => {
                "enum" => members.keys
              }
            },
            "allOf" => forms
          }
        end

        def one_of(members, description) = { "description" => description, "oneOf" => members.map(&:schema) }
      end
    end
  end
end
