# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads a record type from a JSON Schema 2020-12 object definition.
    #
    # Properties become fields; a property that is itself an object becomes a section with the fields inside it.
    # "required" gives the field a baseline of required, "readOnly" one of locked, "writeOnly" one of hidden; on an
    # object the last two mean all fields inside it.
    # Extension keywords: "x-kind", "x-label", "x-section", "x-formula".
    class RecordTypeJsonSchema
      # Fields of one record type at most, and definitions looked at for them: a few references to each other may
      # otherwise stand for millions.
      FIELDS = 2_000
      VISITS = 10_000

      # text: String of bytes. Returns a record type document. Raises BadInput.
      def self.read(text, name: nil, id: nil)
        new(StrictJson.read(text), name, id).read
      end

      def initialize(schema, name, id)
        @schema = schema
        @name = name
        @id = id
        @faults = FaultList.new
        @sections = {}
        @fields = {}
        @visits = 0
      end

      def read
        raise BadInput.at("", "must be a JSON object") unless @schema.is_a?(Hash)

        catch(:too_much) { read_object(resolve(@schema, "", [])) }
        @faults.add("/properties", "holds no field") if @fields.empty? && @faults.empty?
        @faults.raise_if_any!
        document
      end

      private

      def read_object(object)
        unless object.is_a?(Hash) && object["type"] == "object" && object["properties"].is_a?(Hash)
          @faults.add("", "must describe an object with properties") if @faults.empty?
          @faults.raise_if_any!
        end
        walk(object, "", "details", "Details", [], {})
      end

      def document
        name = @name || text(@schema["title"]) || "Imported record"
        { "id" => @id || Identifier.from(name), "name" => name,
          "sections" => @sections.slice(*@fields.values.map { |field| field["section"] }.uniq)
            .map { |id, title| { "id" => id, "name" => title } },
          "fields" => @fields.values }
      end

      # inherited: what the objects around it say of all fields inside them.
      def walk(object, pointer, section, title, path, inherited)
        @sections[section] ||= title
        required = object["required"].is_a?(Array) ? object["required"].to_set : Set.new
        inherited = inherited.merge(object.slice("readOnly", "writeOnly").select { |_, value| value == true })
        object["properties"].each do |name, raw|
          place = "#{pointer}/properties/#{escape(name)}"
          property = resolve(raw, place, path) or next
          if property["type"] == "object"
            inside(name, property, place, path + [raw["$ref"]].compact, inherited)
          else
            field(name, property.merge(inherited), place, section, required.include?(name))
          end
        end
      end

      def within_bounds!(pointer)
        return if (@visits += 1) <= VISITS && @fields.size < FIELDS

        @faults.add(pointer, "describes more than #{FIELDS} fields, or more than #{VISITS} definitions")
        throw :too_much
      end

      def inside(name, property, place, path, inherited)
        return @faults.add(place, "an object must have properties") unless property["properties"].is_a?(Hash)
        return @faults.add(place, "objects nest deeper than 8") if path.size > 8 || place.scan("/properties/").size > 8

        walk(property, place, Identifier.from(name), text(property["title"]) || humanise(name), path, inherited)
      end

      def field(name, property, place, section, required)
        id = Identifier.from(name.gsub(/([a-z0-9])([A-Z])/, '\1 \2'), "_")
        return @faults.add(place, "two properties both become the field “#{id}”") if @fields.key?(id)

        kind = kind(property, place) or return
        @fields[id] = {
          "id" => id, "name" => text(property["title"]) || humanise(name), "kind" => kind,
          "section" => section_of(property, section), "label" => text(property["x-label"]) || "internal",
          "options" => options(kind, property, place), "help" => text(property["description"])&.slice(0, 4000),
          "formula" => text(property["x-formula"]), "baseline" => baseline(property, required)
        }.compact
      end

      def section_of(property, section)
        named = text(property["x-section"]) or return section
        Identifier.from(named).tap { |id| @sections[id] ||= named }
      end

      def kind(property, place)
        named = property["x-kind"]
        return Catalogue::Kind[named] ? named : @faults.add("#{place}/x-kind", "there is no kind “#{named}”") if named
        return "choice" if property["enum"] && !property["enum"].is_a?(Hash) && property["type"] != "array"

        types = Array(property["type"]) - ["null"]
        case types
        when ["string"]
          string_kind(property)
        when ["integer"]
          "integer"
        when ["number"]
          "decimal"
        when ["boolean"]
          "yes_no"
        when ["array"]
          if property["items"].is_a?(Hash) && property["items"]["enum"]
            "choices"
          else
            @faults.add(place, "only arrays of enumerated values can become a field")
          end
        else
          @faults.add("#{place}/type", "must be string, integer, number, boolean, array or object")
        end
      end

      def string_kind(property)
        { "date" => "date", "date-time" => "date_time" }[property["format"]] ||
          (property["maxLength"].is_a?(Integer) && property["maxLength"] > 255 ? "long_text" : "text")
      end

      def options(kind, property, place)
        return nil unless %w[choice choices].include?(kind)

        values = property["enum"] || (property["items"].is_a?(Hash) ? property["items"]["enum"] : nil)
        unless values.is_a?(Array) && values.compact.any? && values.compact.all?(String)
          return @faults.add("#{place}/enum", "must list texts")
        end

        Identifier.alike(values.compact).each { |words| @faults.add("#{place}/enum", "the options #{words}") }
        values
          .compact
          .map { |value| { "id" => Identifier.from(value), "name" => value } }
          .uniq { |option| option["id"] }
      end

      def baseline(property, required)
        state = {}
        state["presence"] = "required" if required
        state["entry"] = "locked" if property["readOnly"] == true
        state["visibility"] = "hidden" if property["writeOnly"] == true
        state.empty? ? nil : state
      end

      # Follows "$ref" within the document. Returns the definition, or nil when a fault was noted.
      def resolve(definition, pointer, path)
        within_bounds!(pointer)
        return @faults.add(pointer, "must be an object") unless definition.is_a?(Hash)

        seen = path.dup
        while (target = definition["$ref"])
          within_bounds!(pointer)
          unless target.is_a?(String) && target.start_with?("#/")
            return @faults.add("#{pointer}/$ref", "only references within the document can be followed")
          end
          if seen.include?(target)
            return @faults.add("#{pointer}/$ref", "refers to itself: #{(seen + [target]).join(' -> ')}")
          end

          seen << target
          found = dig(target)
          return @faults.add("#{pointer}/$ref", "there is nothing at #{target}") unless found.is_a?(Hash)

          definition = found.merge(definition.except("$ref"))
          definition["$ref"] = found["$ref"] if found["$ref"]
        end
        definition
      end

      def dig(target)
        target.delete_prefix("#/").split("/").reduce(@schema) do |at, part|
          at.is_a?(Hash) ? at[part.gsub("~1", "/").gsub("~0", "~")] : nil
        end
      end

      def text(value) = value.is_a?(String) && value.match?(/\S/) ? value[0, 200] : nil
      def escape(name) = name.gsub("~", "~0").gsub("/", "~1")
      def humanise(name) = Words.capitalize(name.gsub(/([a-z0-9])([A-Z])/, '\1 \2').tr("_-", "  ").downcase)
    end
  end
end
