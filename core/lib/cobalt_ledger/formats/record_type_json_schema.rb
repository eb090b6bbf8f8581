# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads a record type from a JSON Schema object definition (drafts 4 to 2020-12).
    #
    # Properties become fields; a property that is itself an object becomes a section with the fields inside it.
    # "required" gives the field a baseline of required, "readOnly" one of locked, "writeOnly" one of hidden; on an
    # object the last two mean all fields inside it. What can't be a field is left out, and what a field can't hold to
    # is not carried over: both are told.
    # Extension keywords: "x-kind", "x-label", "x-section", "x-formula".
    class RecordTypeJsonSchema
      include JsonSchema::Wording

      # Fields and sections of one record type at most, and how deep objects nest.
      FIELDS = 2_000
      SECTIONS = 100
      DEEP = 8

      # What is told of one schema at most.
      TOLD = 2_000

      # Keywords whose meaning a field does not carry, beside those that its kind does.
      LOST = %w[minLength maxLength pattern minimum maximum exclusiveMinimum exclusiveMaximum multipleOf const default
                format minItems maxItems uniqueItems contains contentEncoding contentMediaType not if dependentRequired
                dependentSchemas dependencies patternProperties propertyNames minProperties maxProperties].freeze
      # What kinds carry of them.
      CARRIED = { "date" => %w[format], "date_time" => %w[format], "choice" => %w[const],
                  "choices" => %w[uniqueItems] }.freeze

      # Formats that say nothing beyond the type.
      PLAIN_FORMATS = %w[int32 int64 float double string].freeze

      # text: String of bytes; options: as of new. Returns a record type document. Raises BadInput.
      def self.read(text, **options) = new(text, **options).document

      # What was left out or is not carried over: Array of Fault, by JSON Pointer. Whole once the document was read.
      attr_reader :remarks

      # Where each field comes from: Hash of identifier to JSON Pointer.
      attr_reader :places

      # text: String of bytes; name, id: of the record type, or nil for those of the schema; at: pointer to the
      # definition that is meant ("#/$defs/visit"), nil for the document; only, without: names or pointers of
      # properties, or nil. Raises BadInput.
      def initialize(text, name: nil, id: nil, at: nil, only: nil, without: nil)
        @schema = StrictJson.read(text)
        raise BadInput.at("", "must be a JSON object") unless @schema.is_a?(Hash)

        @name = name
        @id = id
        @at = at
        @only = only
        @without = without
        @remarks = FaultList.new
        @definitions = JsonSchema::Definitions.new(@schema, @remarks)
        @sections = {}
        @fields = {}
        @places = {}
        @checks = JsonSchema::Checks.new
      end

      # Rules for what fields can't hold to by themselves, without rank. Raises BadInput.
      def rules
        type = document["id"]
        @checks.rules.map do |rule|
          rule.merge("id" => Identifier.from("#{type} #{rule['id']}"), "record_type" => type)
        end
      end

      # Returns a record type document. Raises BadInput with all that was left out where there is no field.
      def document
        @document ||= begin
          object, pointer, path = start
          walk(object, pointer, [%w[details Details]], path, {})
          @remarks.add("/properties", "holds no field") if @fields.empty? && @remarks.empty?
          @remarks.raise_if_any! if @fields.empty?
          @remarks = @remarks.uniq.first(TOLD)
          written(object)
        end
      end

      private

      # The object whose properties are read: [Hash laid flat, pointer, path].
      def start
        pointer = @at ? @at.delete_prefix("#") : ""
        found, path = @definitions.flat(@at ? @definitions.at(@at, pointer) : @schema, pointer)
        return [found, pointer, path] if found["properties"].is_a?(Hash)

        %w[items additionalProperties].each do |name|
          next unless found[name].is_a?(Hash)

          inside, inner = @definitions.flat(found[name], "#{pointer}/#{name}", path)
          return [found.slice("title").merge(inside), "#{pointer}/#{name}", inner] if inside["properties"].is_a?(Hash)
        end
        raise BadInput.at(pointer, no_properties)
      rescue JsonSchema::Out => e
        raise BadInput.at(e.pointer, e.message)
      end

      def no_properties
        parts = @definitions.objects
        return "must describe an object with properties" if parts.empty?

        "must describe an object with properties; these parts do: #{parts.first(20).join(', ')}. Name one of them"
      end

      def written(object)
        name = @name || text(object["title"]) || text(@schema["title"]) || "Imported record"
        used = @fields.values.map { |field| field["section"] }.uniq
        { "id" => @id || Identifier.from(name), "name" => name,
          "sections" => @sections.slice(*used).map { |id, title| { "id" => id, "name" => title } },
          "fields" => @fields.values }
      end

      # places: [identifier, title] of the sections from the outermost; inherited: what the objects around it say of all
      # fields inside them.
      def walk(object, pointer, places, path, inherited)
        required = object["required"].is_a?(Array) ? object["required"].to_set : Set.new
        inherited = inherited.merge(object.slice("readOnly", "writeOnly").select { |_, value| value == true })
        object["properties"].each do |name, raw|
          place = JsonSchema.pointer(pointer, "properties", name)
          next unless wanted?(name, place)

          property(name, raw, place, places, path, inherited, required.include?(name))
        end
        # Inside another object, what is asked of this one is asked only where it is there.
        lost(object, pointer, places.size > 1 ? [] : @checks.object(object, fields_of(object, pointer)))
      end

      # The fields that properties of an object have become: Hash of name to document.
      def fields_of(object, pointer)
        object["properties"].keys.to_h do |name|
          [name, @fields[@places.key(JsonSchema.pointer(pointer, "properties", name))]]
        end
          .compact
      end

      # What is wanted of an object is wanted of all inside it.
      def wanted?(name, place)
        named = ->(list) { list.any? { |each| each == name || place == each || place.start_with?("#{each}/") } }
        return false if @without && named.call(@without)

        @only.nil? || named.call(@only) || @only.any? { |each| each.start_with?("#{place}/") }
      end

      def property(name, raw, place, places, path, inherited, required)
        found, inner = @definitions.flat(raw, place, path)
        if found["properties"].is_a?(Hash) && found["properties"].any? && !found["x-kind"]
          inside(name, found, place, places, inner, inherited)
        else
          field(name, found.merge(inherited), place, places, inner, required)
        end
      rescue JsonSchema::Out => e
        @remarks.add(e.pointer, e.message)
      end

      def inside(name, property, place, places, path, inherited)
        raise JsonSchema::Out.new(place, "objects nest deeper than #{DEEP}") if places.size > DEEP

        title = text(property["title"]) || humanise(name)
        id = Identifier.from([*places.drop(1).map(&:first), name].join(" "))[0, 56]
        walk(property, place, places + [[id, title]], path, inherited)
      end

      def field(name, property, place, places, path, required)
        raise JsonSchema::Out.new(place, "is beyond the #{FIELDS} fields of a record type") if @fields.size >= FIELDS

        items = property["items"].is_a?(Hash) ? @definitions.flat(property["items"], "#{place}/items", path).first : nil
        kind, options = JsonSchema::PropertyKind.new(property, items, place, @remarks).read
        id, title = named(name, property, places, place)
        @fields[id] = {
          "id" => id, "name" => title, "kind" => kind, "section" => section_of(property, places, place),
          "label" => text(property["x-label"]) || "internal", "options" => options,
          "help" => text(property["description"], 4000), "formula" => text(property["x-formula"]),
          "baseline" => baseline(property, required), "max_length" => length(kind, property)
        }.compact
        @places[id] = place
        lost(property, place, CARRIED.fetch(kind, []) + @checks.field(@fields[id], property) +
                              (@fields[id]["max_length"] ? %w[maxLength] : []))
      end

      # Its identifier and its name; one that is taken is told apart by the object that it is in.
      def named(name, property, places, place)
        title = text(property["title"]) || humanise(name)
        id = identifier(name)
        return [id, title] unless @fields.key?(id)

        around = places.drop(1)
        (1..around.size).each do |count|
          longer = identifier([*around.last(count).map(&:first), name].join(" "))
          return [longer, "#{title} (#{around.last[1]})"[0, 200]] unless @fields.key?(longer)
        end
        raise JsonSchema::Out.new(place, "two properties both become the field “#{id}”")
      end

      def section_of(property, places, place)
        named = text(property["x-section"])
        id, title = named ? [Identifier.from(named), named] : places.last
        return crowded(place, places) if !@sections.key?(id) && @sections.size >= SECTIONS

        title = "#{title} (#{places[-2][1]})"[0, 200] if !named && places.size > 2 && taken?(id, title)
        @sections[id] ||= title
        id
      end

      # Where there are no more sections, a field stands in that of an object around it.
      def crowded(place, places)
        @remarks.add(place, "stands elsewhere: a record type has at most #{SECTIONS} sections")
        places.map(&:first).reverse.find { |id| @sections.key?(id) } || @sections.keys.first
      end

      def taken?(id, title) = @sections.any? { |other, name| other != id && name == title }

      def length(kind, property)
        length = property["maxLength"]
        unless Catalogue::Kind[kind].takes.include?("max_length") && length.is_a?(Integer) && length.positive?
          return nil
        end

        length if length <= Catalogue::Kind::TEXT_LIMIT
      end

      # Says what is not carried over. carried: keywords that are.
      def lost(definition, place, carried)
        (LOST & (definition.keys - carried)).each do |keyword|
          next if keyword == "format" && PLAIN_FORMATS.include?(definition[keyword])
          next if keyword == "minLength" && [0, nil].include?(definition[keyword])

          @remarks.add("#{place}/#{keyword}", "is not carried over")
        end
      end

      def baseline(property, required)
        state = {}
        state["presence"] = "required" if required
        state["entry"] = "locked" if property["readOnly"] == true
        state["visibility"] = "hidden" if property["writeOnly"] == true
        state.empty? ? nil : state
      end
    end
  end
end
