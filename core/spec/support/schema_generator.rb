# frozen_string_literal: true

# Makes JSON Schemas from a seed, as the drafts and the documents of other programs write them: types named or not,
# several types, enumerations of texts, numbers and truth values, constants with titles, references, anchors, joined and
# alternative definitions, arrays and objects in each other, and keywords that a field can't hold to.
class SchemaGenerator
  NAMES = %w[name fullName amount started ended kind tags address city notes active level owner].freeze

  def initialize(seed)
    @random = Draws.new(seed)
    @defs = {}
  end

  def schema
    found = object(0)
    found["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    found.merge("$defs" => @defs)
  end

  private

  def pick(list) = list[@random.rand(list.size)]
  def chance(share) = @random.rand(1000) < share * 1000

  def object(depth)
    names = NAMES.select { chance(0.4) }
    properties = names.to_h { |name| [name, property(depth)] }
    found = { "properties" => properties }
    found["type"] = "object" if chance(0.7)
    found["required"] = names.select { chance(0.3) } if chance(0.5)
    found["additionalProperties"] = false if chance(0.3)
    found
  end

  def property(depth)
    return reference(depth) if depth < 3 && chance(0.15)
    return { "allOf" => [plain, constraint] } if chance(0.1)
    if chance(0.15)
      return pick([{ "anyOf" => [plain, { "type" => "null" }] }, { "oneOf" => [titled("a"), titled("b")] },
                   { "anyOf" => [plain, plain] }, { "oneOf" => [small, plain] }])
    end
    return object(depth + 1) if depth < 3 && chance(0.15)
    return array if chance(0.15)

    chance(0.4) ? plain.merge(constraint) : plain
  end

  def small = { "type" => "object", "properties" => { "inside" => plain } }
  def titled(value) = { "const" => value, "title" => "Called #{value}" }

  def reference(depth)
    name = "d#{@defs.size}"
    @defs[name] = {}
    @defs[name] = property(depth + 1)
    return { "$ref" => "#/$defs/#{name}" } if chance(0.7)

    @defs[name] = @defs[name].merge("$anchor" => name)
    { "$ref" => "##{name}" }
  end

  def array
    { "type" => "array", "items" => pick([plain, { "enum" => %w[red blue] }, small, {}]) }
      .merge(pick([{}, { "minItems" => 1 }, { "uniqueItems" => true }]))
  end

  def plain
    pick([{ "type" => "string" }, { "type" => "integer" }, { "type" => "number" }, { "type" => "boolean" },
          { "type" => %w[string null] }, { "type" => %w[integer number] }, { "type" => %w[string boolean] },
          { "type" => "string", "format" => "date" }, { "type" => "string", "format" => "date-time" },
          { "type" => "string", "maxLength" => 20 }, { "type" => "string", "maxLength" => 900 },
          { "enum" => %w[open shut] }, { "enum" => [1, 2, nil] }, { "enum" => [true, false] }, { "const" => "fixed" },
          { "type" => "string", "enum" => ["one of", "two of"] }, { "default" => 4 }, {}])
  end

  def constraint
    pick([{ "minimum" => 9 }, { "pattern" => "^x" }, { "minLength" => 40 }, { "multipleOf" => 7 },
          { "format" => "email" },
          { "description" => "About it" }, { "readOnly" => true }, { "default" => 1 }, { "not" => { "const" => 3 } }])
  end
end
