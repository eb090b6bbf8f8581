# frozen_string_literal: true

require "json_schemer"

# What a schema asks of values, as rules: a record is saved where the standard's checker takes it, and in no other case.
RSpec.describe CobaltLedger::Formats::JsonSchema::Checks do
  names = %w[amount weight state agreed remark].freeze
  pool = { "amount" => [0, 1, 2, 3, 5, 8, -4], "weight" => [0, 0.5, 1.25, 2, 7.75, -1], "state" => %w[open shut lost],
           "agreed" => [true, false], "remark" => %w[a b] }.freeze

  def pick(random, list) = list[random.rand(list.size)]
  def chance(random, share) = random.rand < share

  # A flat object with bounds, constants, values to begin with, and properties that others require.
  def schema(random, pool)
    types = { "amount" => { "type" => "integer" }, "weight" => { "type" => "number" },
              "state" => { "type" => "string", "enum" => pool["state"] }, "agreed" => { "type" => "boolean" },
              "remark" => { "type" => "string" } }
    properties = types.to_h { |name, type| [name, type.merge(asked(random, name, pool[name]))] }
    whole = { "$schema" => "https://json-schema.org/draft/2020-12/schema", "properties" => properties }
    whole["required"] = types.keys.select { chance(random, 0.15) }
    if chance(random, 0.5)
      whole["dependentRequired"] = { pick(random, types.keys) => types.keys.select do
        chance(random, 0.4)
      end }
    end
    parts = Array.new(random.rand(3)) { conditional(random, types.keys, pool) }
    return whole.merge(parts.first || {}) if parts.size < 2

    whole.merge("allOf" => parts)
  end

  def asked(random, name, values)
    found = {}
    if %w[amount weight].include?(name)
      %w[minimum exclusiveMinimum].each do |each|
        found[each] = pick(random, [-2, 0, 0.5, 1, 2.75]) if chance(random, 0.25)
      end
      %w[maximum exclusiveMaximum].each { |each| found[each] = pick(random, [1, 2, 3.5, 8]) if chance(random, 0.25) }
    end
    found["const"] = pick(random, values) if name != "remark" && name != "state" && chance(random, 0.1)
    found["default"] = pick(random, values) if chance(random, 0.2)
    found
  end

  def conditional(random, names, pool)
    tested = names.select { |name| name != "remark" && chance(random, 0.3) }
    tested = ["state"] if tested.empty?
    test = { "properties" => tested.to_h { |name| [name, test_of(random, pool[name])] } }
    test["required"] = names.select { chance(random, 0.4) } if chance(random, 0.6)
    found = { "if" => test }
    %w[then else].each do |name|
      next unless chance(random, 0.7)

      found[name] = { "required" => names.select do
        chance(random, 0.4)
      end }
    end
    found
  end

  def test_of(random, values)
    return { "const" => pick(random, values) } if chance(random, 0.6)

    { "enum" => values.select { chance(random, 0.5) }.then { |found| found.empty? ? [values.first] : found } }
  end

  def engine(read)
    rules = read.rules.each_with_index.map { |rule, index| rule.merge("rank" => index + 1) }
    document = CobaltLedger::Formats::PolicyJson.empty("x").merge("record_types" => [read.document], "rules" => rules)
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
  end

  def saved?(engine, type, values)
    asked = CobaltLedger::Formats::QuestionJson.read(
      { "user" => "asha", "record_type" => type, "unit" => "kiln", "mode" => "create", "channel" => "form" },
      engine.policy, directory
    )
    CobaltLedger::Decisions::Saving.new(engine).judge(asked, values).accepted
  end

  it "refuses what the schema refuses, and nothing else", :generated do
    seen = Hash.new(0)
    trials("schema checks", 80, enough: -> { seen[true] > 100 && seen[false] > 100 }) do |seed|
      random = Draws.new(seed)
      made = schema(random, pool)
      read = CobaltLedger::Formats::RecordTypeJsonSchema.new(JSON.generate(made), name: "Made")
      engine = engine(read)
      expect(read.remarks).to eq([]), JSON.generate(made)
      checker = JSONSchemer.schema(made)
      8.times do
        typed = names.select { chance(random, 0.6) }.to_h { |name| [name, pick(random, pool[name])] }
        # A new record begins with what is given to begin with.
        begins = made["properties"].filter_map do |name, property|
          [name, property["default"]] if property.key?("default")
        end.to_h
        valid = checker.valid?(begins.merge(typed))
        seen[valid] += 1
        values = typed.transform_keys { |name| read.places.key("/properties/#{name}") }
        expect([typed, saved?(engine, read.document["id"], values)]).to eq([typed, valid]), JSON.generate(made)
      end
    end
  end

  it "says what it can't carry, and makes no rule of a part of it" do
    told = lambda do |schema|
      read = CobaltLedger::Formats::RecordTypeJsonSchema.new(JSON.generate(schema), name: "Made")
      read.document
      [read.remarks.map(&:pointer), read.rules.size]
    end
    properties = { "a" => { "type" => "string" }, "b" => { "type" => "integer" } }
    expect(told.call("properties" => properties,
                     "dependentRequired" => { "a" => ["b"],
                                              "b" => ["c"] })).to eq([["/dependentRequired"], 0])
    expect(told.call("properties" => properties, "if" => { "properties" => { "a" => { "pattern" => "^x" } } },
                     "then" => { "required" => ["b"] })).to eq([["/if"], 0])
    expect(told.call("properties" => properties.merge("b" => { "type" => "integer", "minimum" => 1e30,
                                                               "multipleOf" => 2 }))).to eq(
                                                                 [
                                                                   ["/properties/b/minimum",
                                                                    "/properties/b/multipleOf"], 0
                                                                 ]
                                                               )
    inside = { "type" => "object", "properties" => properties, "dependentRequired" => { "a" => ["b"] } }
    expect(told.call("properties" => { "x" => inside })).to eq([["/properties/x/dependentRequired"], 0])
    # In draft 4, what excludes a bound is a mark beside it.
    expect(told.call("properties" => { "b" => { "type" => "integer", "minimum" => 1,
                                                "exclusiveMinimum" => true } })).to eq([[], 1])
  end
end
