# frozen_string_literal: true

module CobaltLedger
  module Formats
    module JsonSchema
      # The kind of field that a property becomes, with its options.
      class PropertyKind
        PLAIN = { "string" => "text", "integer" => "integer", "number" => "decimal", "boolean" => "yes_no" }.freeze
        DATES = { "date" => "date", "date-time" => "date_time" }.freeze
        # Characters of a text on one line.
        LINE = 255

        # Types of a definition, those that it does not name taken from what it says: Array of String.
        def self.types_of(definition)
          named = Array(definition["type"]).grep(String) - ["null"]
          return named if named.any?
          return ["object"] if definition["properties"]
          return ["array"] if definition.key?("items") || definition.key?("prefixItems")

          values = definition.key?("const") ? [definition["const"]] : Array(definition["enum"])
          values = [definition["default"]] if values.empty? && definition.key?("default")
          values.compact.map { |value| type(value) }.uniq
        end

        def self.type(value)
          case value
          when String then "string"
          when Integer then "integer"
          when Numeric then "number"
          when true, false then "boolean"
          when Array then "array"
          else "object"
          end
        end

        # property: Hash laid flat; items: the same of what an array holds, or nil; pointer: JSON Pointer; remarks:
        # FaultList.
        def initialize(property, items, pointer, remarks)
          @property = property
          @items = items
          @pointer = pointer
          @remarks = remarks
        end

        # [name of the kind, options or nil]. Raises Out.
        def read
          named = @property["x-kind"]
          return [named, %w[choice choices].include?(named) ? options(listed) : nil] if known?(named)
          return enumerated if @property["enum"].is_a?(Array) && types != ["array"]

          case types
          when ["array"] then several
          when [] then raise Out.new(@pointer, "does not say what it holds")
          else [plain, nil]
          end
        end

        private

        def types = @types ||= self.class.types_of(@property)

        def known?(named)
          return false if named.nil?

          Catalogue::Kind[named] ? true : raise(Out.new("#{@pointer}/x-kind", "there is no kind “#{named}”"))
        end

        def listed = @property["enum"] || @items&.fetch("enum", nil)

        def enumerated
          values = @property["enum"].compact
          return ["yes_no", nil] if values.sort_by(&:to_s) == [false, true]

          ["choice", options(@property["enum"])]
        end

        # Several values: of a list, or one under the other in a long text.
        def several
          raise Out.new(@pointer, "an array that does not say what it holds can’t become a field") if @items.nil?
          return ["choices", options(@items["enum"])] if @items["enum"].is_a?(Array)

          inside = self.class.types_of(@items)
          if inside.empty? || inside.intersect?(%w[object array])
            raise Out.new(@pointer, "an array of objects or arrays can’t become a field")
          end

          @remarks.add(@pointer, "several values become one long text, a line each")
          ["long_text", nil]
        end

        # Beside plain values, lists and objects can't be typed into a field.
        def plain
          kinds = types.filter_map { |type| PLAIN[type] }
          raise Out.new("#{@pointer}/type", nothing_plain) if kinds.empty?

          unless types.size == kinds.size
            @remarks.add("#{@pointer}/type", "only #{Words.list(types & PLAIN.keys)} can be entered")
          end
          return text if kinds == ["text"]
          return kinds.first if kinds.size == 1
          return "decimal" if kinds.sort == %w[decimal integer]

          @remarks.add("#{@pointer}/type", "values of several types become text")
          "text"
        end

        def nothing_plain
          return "must be a type of JSON Schema" unless types.include?("object")

          "an object without properties can’t become a field"
        end

        def text
          length = @property["maxLength"]
          DATES[@property["format"]] || (length.is_a?(Integer) && length > LINE ? "long_text" : "text")
        end

        # Array of {"id", "name"}.
        def options(values)
          values = Array(values).compact
          sound = values.all? { |value| [String, Numeric, TrueClass, FalseClass].any? { |kind| value.is_a?(kind) } }
          raise Out.new("#{@pointer}/enum", "must list texts, numbers or truth values") if values.empty? || !sound

          texts = values.map { |value| value.to_s.strip }.reject(&:empty?).uniq
          alike = Identifier.alike(texts).first
          raise Out.new("#{@pointer}/enum", "the options #{alike}") if alike

          titles = @property["x-titles"].is_a?(Hash) ? @property["x-titles"].transform_keys(&:to_s) : {}
          titles.select! { |_, title| title.is_a?(String) && title.match?(/\S/) }
          texts.map { |text| { "id" => Identifier.from(text), "name" => (titles[text] || text)[0, 200] } }
        end
      end
    end
  end
end
