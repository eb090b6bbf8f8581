# frozen_string_literal: true

require "bigdecimal"

module CobaltLedger
  module Formats
    module JsonSchema
      # What a schema asks of values beyond their kind, as rules that forms enforce: bounds of numbers, constants,
      # values to begin with, and which properties others require. Only what can be said exactly is.
      class Checks
        NUMBERS = %w[integer decimal].freeze
        TEXTS = %w[text long_text].freeze
        # Characters of a value that is given to begin with.
        LENGTH = 1_000
        # Keyword to the comparison that a value must not meet, and how it is said. The first two exclude the bound.
        BOUNDS = { "exclusiveMinimum" => ["at_most", "more than"], "exclusiveMaximum" => ["at_least", "less than"],
                   "minimum" => ["less", "at least"], "maximum" => ["greater", "at most"] }.freeze
        # A bound between two whole numbers is the next one on its side.
        WHOLE = { "at_most" => :floor, "at_least" => :ceil, "less" => :ceil, "greater" => :floor }.freeze
        BEGINNING = %w[text long_text integer decimal yes_no date date_time choice].freeze

        # Array of rule documents, without rank and record type.
        attr_reader :rules

        def initialize = @rules = []

        # field: document of a field; property: its definition, laid flat. Returns the keywords that rules carry.
        def field(field, property)
          bounds(field, property) + constant(field, property) + beginning(field, property)
        end

        # object: a definition laid flat; fields: Hash of the names of its properties to documents of fields. Returns
        # the keywords that rules carry, all of each.
        def object(object, fields)
          dependents(object, fields.transform_values { |field| field["id"] }) +
            Conditionals.new(object, fields, self).carried
        end

        # Adds a rule for everyone. about: what its identifier is made from.
        def add(about, title, lines, condition)
          id = Identifier.from("schema #{about}")
          taken = @rules.map { |rule| rule["id"] }
          id = (2..).lazy.map { |number| "#{id}-#{number}" }.find { |each| !taken.include?(each) } if taken.include?(id)
          @rules << { "id" => id, "title" => title[0, 190], "kind" => "ordinary", "audience" => { "everyone" => true },
                      "when" => condition, "lines" => lines }.compact
        end

        # A value of the schema as the field holds it, nil where it can't hold it as it stands.
        def held(field, value)
          return option(field, value) if field["options"]
          return (value if value.is_a?(String) && !unfit?(field, value)) if TEXTS.include?(field["kind"])
          return nil if value.is_a?(String) && NUMBERS.include?(field["kind"])

          kind = Catalogue::Kind[field["kind"]]
          parsed = kind.parse(value, nil)
          value if NUMBERS.include?(field["kind"]) || kind.dump(parsed) == value
        rescue Catalogue::Kind::Unsuitable
          nil
        end

        def self.compare(id, comparison, value)
          { "compare" => comparison, "left" => { "field" => id }, "right" => { "value" => value } }
        end

        def self.filled(id) = { "compare" => "is_filled", "left" => { "field" => id } }

        def self.any(conditions) = conditions.one? ? conditions.first : { "any" => conditions }
        def self.all(conditions) = conditions.one? ? conditions.first : { "all" => conditions }

        private

        def option(field, value)
          return nil if value.is_a?(Enumerable)

          field["options"].find { |each| each["name"] == value.to_s }&.[]("id")
        end

        # Is a text not kept as it stands?
        def unfit?(field, text)
          text.strip != text || text.empty? || text.include?("\n") ||
            text.size > (field["max_length"] || LENGTH)
        end

        def bounds(field, property)
          return [] unless NUMBERS.include?(field["kind"])

          found = limits(property).filter_map { |keyword, value| bound(field, keyword, value) }
          return [] if found.empty?

          refuse(field, "within its limits", found.map { |each| each[:condition] }, found.map { |each| each[:words] })
          found.flat_map { |each| each[:keywords] }
        end

        # Keyword to value. In draft 4, what excludes a bound is a mark beside it.
        def limits(property)
          limits = property.slice(*BOUNDS.keys).select { |_, value| value.is_a?(Numeric) }
          { "exclusiveMinimum" => "minimum", "exclusiveMaximum" => "maximum" }.each do |mark, bound|
            limits[mark] = limits.delete(bound) if property[mark] == true && limits[bound]
          end
          limits
        end

        def bound(field, keyword, limit)
          comparison, words = BOUNDS.fetch(keyword)
          value = field["kind"] == "integer" ? limit.public_send(WHOLE.fetch(comparison)) : limit
          return nil if held(field, value).nil?

          { condition: Checks.compare(field["id"], comparison, value), words: "#{words} #{plain(limit)}",
            keywords: [keyword, keyword.delete_prefix("exclusive").downcase].uniq }
        end

        def constant(field, property)
          value = property["const"]
          return [] unless [*NUMBERS, "yes_no"].include?(field["kind"]) && !held(field, value).nil?

          words = [true, false].include?(value) ? { true => "yes", false => "no" }[value] : plain(value)
          refuse(field, "as it must be", [Checks.compare(field["id"], "not_equal", value)], [words])
          %w[const]
        end

        def refuse(field, title, conditions, words)
          message = "#{field['name']} must be #{Words.list(words)}"[0, 400]
          lines = [{ "fields" => [field["id"]], "effects" => [{ "effect" => "refuse", "message" => message }] }]
          add("#{field['id']} #{title}", "#{field['name']} #{title}", lines, Checks.any(conditions))
        end

        def beginning(field, property)
          value = property["default"]
          return [] if value.nil? || !BEGINNING.include?(field["kind"])

          value = held(field, value)
          return [] if value.nil?

          lines = [{ "fields" => [field["id"]],
                     "effects" => [{ "effect" => "default", "to" => { "value" => value } }] }]
          add("#{field['id']} begins", "#{field['name']} begins with a value", lines, nil)
          %w[default]
        end

        def plain(number) = number.is_a?(Integer) ? number.to_s : BigDecimal(number.to_s).to_s("F").delete_suffix(".0")

        def dependents(object, ids)
          named = object["dependentRequired"]
          return [] unless named.is_a?(Hash) && named.any?

          known = named.all? do |name, others|
            ids.key?(name) && others.is_a?(Array) && others.all? { |other| ids.key?(other) }
          end
          return [] unless known

          named.each { |name, others| depend(ids[name], others.map { |other| ids[other] }, name) if others.any? }
          %w[dependentRequired]
        end

        def depend(id, others, name)
          lines = [{ "fields" => others.uniq, "effects" => [{ "effect" => "require" }] }]
          add("#{id} requires", "#{name} requires others"[0, 190], lines, Checks.filled(id))
        end
      end
    end
  end
end
