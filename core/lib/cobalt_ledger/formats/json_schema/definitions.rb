# frozen_string_literal: true

module CobaltLedger
  module Formats
    module JsonSchema
      # The definitions of one document, laid flat: references within the document are followed ("$ref", "$defs",
      # "definitions", "$anchor", "$id"; drafts 4 to 2020-12), what "allOf" lists is joined, and alternatives ("anyOf",
      # "oneOf") that come to one shape are that shape.
      class Definitions
        # Definitions looked at: a few references to each other may otherwise stand for millions.
        VISITS = 20_000

        # Members that only tell readers something.
        READ_ONLY = %w[title description examples $comment $id id $schema $anchor $defs definitions].freeze

        # schema: Hash, the document; remarks: FaultList for what is lost on the way.
        def initialize(schema, remarks)
          @schema = schema
          @remarks = remarks
          @visits = 0
        end

        # definition: as it stands in the document, at pointer; path: targets of references that led here. Returns
        # [Hash laid flat, path]. Raises Out.
        def flat(definition, pointer, path = [])
          visit(pointer)
          return [{}, path] if definition == true
          raise Out.new(pointer, "allows no value") if definition == false
          raise Out.new(pointer, "must be an object") unless definition.is_a?(Hash)

          found, path = followed(apart(definition), pointer, path)
          found = all_of(found, pointer, path)
          [shapeless?(found) ? alternatives(found, pointer, path) : found, path]
        end

        # Pointers of the definitions that describe an object with properties: Array of String.
        def objects
          %w[$defs definitions].flat_map do |list|
            (@schema[list].is_a?(Hash) ? @schema[list] : {}).filter_map do |name, definition|
              "##{JsonSchema.pointer('', list, name)}" if definition.is_a?(Hash) && definition["properties"].is_a?(Hash)
            end
          end
        end

        # What stands at a reference within the document. Raises Out.
        def at(target, pointer)
          unless target.is_a?(String) && (target.start_with?("#") || identified.key?(target))
            raise Out.new(pointer, "refers to another document: #{target.to_s[0, 200]}")
          end

          found = target.match?(%r{\A#(/|\z)}) ? dig(target) : identified[target]
          found.nil? ? raise(Out.new(pointer, "there is nothing at #{target}")) : found
        end

        private

        def visit(pointer)
          raise Out.new(pointer, "is beyond the #{VISITS} definitions that are looked at") if (@visits += 1) > VISITS
        end

        def followed(definition, pointer, path)
          while (target = definition["$ref"] || definition["$dynamicRef"])
            visit(pointer)
            if path.include?(target)
              raise Out.new("#{pointer}/$ref", "refers to itself: #{[*path, target].join(' -> ')}")
            end

            path += [target]
            found = at(target, "#{pointer}/$ref")
            return [{}, path] if found == true
            raise Out.new("#{pointer}/$ref", "there is nothing at #{target}") unless found.is_a?(Hash)

            both = apart(found).merge(definition.except("$ref", "$dynamicRef")) do |name, theirs, mine|
              name == "if" ? theirs + mine : mine
            end
            definition = both.merge(found.slice("$ref", "$dynamicRef"))
          end
          [definition, path]
        end

        def all_of(found, pointer, path)
          return found unless found["allOf"].is_a?(Array)

          found["allOf"].each_with_index.reduce(found.except("allOf")) do |joined, (part, index)|
            join(joined, flat(part, "#{pointer}/allOf/#{index}", path).first, "#{pointer}/allOf/#{index}")
          end
        end

        # With "if" as an Array of what belongs together: a definition that is joined with another keeps its own "then".
        def apart(definition)
          return definition if !definition.key?("if") || definition["if"].is_a?(Array)

          definition.except("if", "then", "else").merge("if" => [definition.slice("if", "then", "else")])
        end

        # Both hold: of what can stand only once, the first counts, and what is lost is told.
        def join(one, other, pointer)
          one.merge(other) do |name, mine, theirs|
            case name
            when "properties" then both(mine, theirs)
            when "required" then Array(mine) | Array(theirs)
            when "if" then mine + theirs
            when "dependentRequired" then both_lists(mine, theirs)
            else mine.tap { lost("#{pointer}/#{name}") unless mine == theirs || READ_ONLY.include?(name) }
            end
          end
        end

        def lost(pointer) = @remarks.add(pointer, "is not carried over")

        def both(mine, theirs)
          return mine unless mine.is_a?(Hash) && theirs.is_a?(Hash)

          mine.merge(theirs) { |_, one, other| one == other || other == true ? one : { "allOf" => [one, other] } }
        end

        def both_lists(mine, theirs)
          return mine unless [mine, theirs].all? { |each| each.is_a?(Hash) && each.values.all?(Array) }

          mine.merge(theirs) { |_, one, other| one | other }
        end

        # Does it say nothing of what it holds, but by alternatives?
        def shapeless?(found)
          %w[anyOf oneOf].any? { |name| found[name].is_a?(Array) } && %w[properties enum const].none? do |key|
            found[key]
          end
        end

        def alternatives(found, pointer, path)
          name = found["oneOf"].is_a?(Array) ? "oneOf" : "anyOf"
          rest = found.except("anyOf", "oneOf")
          parts = found[name].each_with_index.filter_map do |part, index|
            part(part, "#{pointer}/#{name}/#{index}", path)
          end
          parts.reject! { |part| part["type"] == "null" || part == { "const" => nil } }
          raise Out.new("#{pointer}/#{name}", "has no alternative that can be read") if parts.empty?

          join(rest, Alternatives.new(parts, "#{pointer}/#{name}", @remarks).joined, "#{pointer}/#{name}")
        end

        # An alternative that can't be read is none.
        def part(part, pointer, path)
          flat(part, pointer, path).first
        rescue Out => e
          @remarks.add(e.pointer, e.message)
        end

        def dig(target)
          target.delete_prefix("#").split("/").drop(1).reduce(@schema) do |at, part|
            name = named(part)
            case at
            when Hash then at[name]
            when Array then name.match?(/\A\d{1,6}\z/) ? at[name.to_i] : nil
            end
          end
        end

        # A part of a pointer in a URI fragment (RFC 6901, section 6).
        def named(part)
          bytes = part.b.gsub(/%(\h\h)/n) { [Regexp.last_match(1)].pack("H2") }
          bytes.force_encoding(Encoding::UTF_8).scrub.gsub("~1", "/").gsub("~0", "~")
        end

        # What names itself by "$anchor", "$dynamicAnchor" or "$id": Hash of reference to definition.
        def identified
          @identified ||= {}.tap { |found| note(@schema, found) }
        end

        def note(start, found)
          waiting = [start]
          until waiting.empty?
            case at = waiting.shift
            when Array then waiting.concat(at)
            when Hash
              [*at.values_at("$anchor", "$dynamicAnchor").grep(String).map { |name| "##{name}" },
               *at.values_at("$id", "id").grep(String)].each { |name| found[name] ||= at }
              waiting.concat(at.values)
            end
          end
        end
      end
    end
  end
end
