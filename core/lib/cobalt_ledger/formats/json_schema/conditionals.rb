# frozen_string_literal: true

module CobaltLedger
  module Formats
    module JsonSchema
      # What an object requires where some of its properties have some values ("if", "then", "else"; drafts 7 and
      # later), as rules. Only what can be said exactly is, and only where all of it can.
      class Conditionals
        # Kinds of which a value is compared exactly as the schema compares it.
        COMPARED = %w[choice yes_no integer decimal].freeze

        # object: a definition laid flat; fields: Hash of names of properties to documents of fields; checks: Checks.
        def initialize(object, fields, checks)
          @parts = Array(object["if"])
          @fields = fields
          @checks = checks
        end

        # ["if"] where rules carry all of it, else none.
        def carried
          rules = @parts.map { |part| rule(part) }
          return [] if rules.empty? || !rules.all?

          rules.each do |condition, wanted, otherwise|
            add(condition, wanted)
            add({ "not" => condition }, otherwise)
          end
          %w[if]
        end

        private

        def add(condition, ids)
          return if ids.empty?

          names = ids.map { |id| @fields.each_value.find { |field| field["id"] == id }["name"] }
          title = "#{Words.some(names.first(3), names.size, 'others')} where other values ask for it"
          @checks.add("#{ids.first} where", title, [{ "fields" => ids, "effects" => [{ "effect" => "require" }] }],
                      condition)
        end

        # [condition, identifiers required where it holds, and where it does not], nil where it can't be said.
        def rule(part)
          found = [condition(part["if"]), required(part["then"]), required(part["else"])]
          found.all? ? found : nil
        end

        # Does a definition hold these members and no others, but for what only readers read?
        def only?(definition, *names)
          definition.is_a?(Hash) && (definition.keys - Definitions::READ_ONLY - names).empty?
        end

        def required(definition)
          return [] if definition.nil? || definition == true
          return nil unless only?(definition, "required", "properties", "type") && plain?(definition["properties"])

          names = definition["required"] || []
          return unless names.is_a?(Array) && names.all? { |name| @fields.key?(name) }

          names.map do |name|
            @fields[name]["id"]
          end
        end

        def plain?(properties)
          properties.nil? || (properties.is_a?(Hash) && properties.values.all? { |each| [true, {}].include?(each) })
        end

        def condition(test)
          tested, needed = tested_and_needed(test)
          return nil unless tested

          found = tested.map { |name, property| value(name, property, needed.include?(name)) }
          found += (needed - tested.keys).map { |name| Checks.filled(@fields[name]["id"]) }
          found.any? && found.all? ? Checks.all(found) : nil
        end

        # What a test says of properties, and which it needs, where they are fields all; else nil.
        def tested_and_needed(test)
          return nil unless only?(test, "properties", "required", "type")

          found = [test.fetch("properties", {}), test.fetch("required", [])]
          return nil unless found[0].is_a?(Hash) && found[1].is_a?(Array)

          (found[0].keys + found[1] - @fields.keys).empty? ? found : nil
        end

        # A property that is not required passes where it is not there.
        def value(name, property, needed)
          field = @fields[name]
          values = values(field, property) or return nil
          met = Checks.any(values.map { |value| Checks.compare(field["id"], "equal", value) })
          needed ? met : { "any" => [met, { "compare" => "is_blank", "left" => { "field" => field["id"] } }] }
        end

        # What a property is tested for, as the field holds it.
        def values(field, property)
          return nil unless COMPARED.include?(field["kind"]) && only?(property, "const", "enum", "type")

          values = property.key?("const") ? [property["const"]] : property["enum"]
          return nil unless values.is_a?(Array) && !values.empty? && !(property.key?("const") && property.key?("enum"))

          found = values.map { |value| @checks.held(field, value) }
          found.none?(&:nil?) ? found : nil
        end
      end
    end
  end
end
