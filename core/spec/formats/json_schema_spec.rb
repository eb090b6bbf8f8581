# frozen_string_literal: true

require "json_schemer"
require_relative "../support/schema_generator"

# Schemas of other programs: each property becomes a field whose values the schema takes, or it is said what is lost.
RSpec.describe CobaltLedger::Formats::RecordTypeJsonSchema do
  # What is typed into a field of each kind.
  def samples(field)
    case field["kind"]
    when "choice" then field["options"].flat_map { |option| [told(option), plain(option)] }
    when "choices" then %i[told plain].map { |as| field["options"].filter_map { |option| send(as, option) } }
    else { "integer" => [3], "decimal" => [2.5], "yes_no" => [true, false], "date" => ["2026-03-31"],
           "date_time" => ["2026-03-31T14:10:00Z"] }.fetch(field["kind"], ["Abc"])
    end.compact
  end

  # What a schema calls an option: titles are only read.
  def told(option) = option["name"].start_with?("Called") ? option["id"] : option["name"]

  def plain(option) = { "true" => true, "false" => false }.fetch(option["name"]) { Integer(_1, exception: false) }

  # Pointers of all properties, objects inside objects included, references followed by the checker of the standard.
  def pointers(schema, pointer = "", path = [])
    (schema["properties"] || {}).flat_map do |name, property|
      place = "#{pointer}/properties/#{name}"
      inside = property["properties"] ? pointers(property, place, path) : []
      inside.empty? ? [place] : inside
    end
  end

  it "takes what the schema takes, or says what is lost, and leaves nothing out silently", :generated do
    fields = Hash.new(0)
    trials("json schemas", 60, enough: -> { fields.size >= 8 }) do |seed|
      schema = SchemaGenerator.new(seed).schema
      read = described_class.new(JSON.generate(schema))
      found = begin
        read.document["fields"]
      rescue CobaltLedger::BadInput => e
        expect(e.faults).not_to be_empty
        []
      end
      told = read.remarks.map(&:pointer)
      # What rules enforce has a spec of its own.
      ruled = read.rules.flat_map { |rule| rule["lines"][0]["fields"] } if found.any?
      lost = ->(place) { told.any? { |pointer| pointer.start_with?("#{place}/") || pointer == place } }
      checker = JSONSchemer.schema(schema, format: true)
      found.each do |field|
        place = read.places.fetch(field["id"])
        fields[field["kind"]] += 1
        next if lost.call(place) || ruled.include?(field["id"])

        taken = samples(field).select { |value| takes?(checker, place, value) }
        expect(taken.size).to be >= (field["options"] && field["kind"] == "choice" ? field["options"].size : 1),
                              "seed #{seed}: #{field} at #{place} of #{JSON.generate(schema)}"
      end
      silent = pointers(schema).reject { |place| lost.call(place) || read.places.value?(place) || under?(read, place) }
      expect(silent).to eq([]), "seed #{seed}: #{silent} of #{JSON.generate(schema)}, told #{told}"
    end
  end

  # Does the standard's checker take a value at a place? Only what is wrong there counts.
  def takes?(checker, place, value)
    names = place.split("/properties/").drop(1)
    data = names.reverse.reduce(value) { |inside, name| { name => inside } }
    checker.validate(data).none? { |error| error["data_pointer"].start_with?("/#{names.join('/')}") }
  end

  # Does a field come from inside of what a property refers to?
  def under?(read, place) = read.places.each_value.any? { |each| each.start_with?("#{place}/") }

  # The same with one node, anywhere, in the place of which something else stands.
  def spoilt(node, random)
    return JUNK[random.rand(JUNK.size)] if random.rand(12).zero? || !node.is_a?(Enumerable) || node.empty?
    if node.is_a?(Array)
      return node.dup.tap do |copy|
        (place = random.rand(copy.size)) && copy[place] = spoilt(copy[place], random)
      end
    end

    key = node.keys[random.rand(node.size)]
    if random.rand(15).zero?
      node.merge(STRANGE[random.rand(STRANGE.size)] => node[key])
    else
      node.merge(key => spoilt(
        node[key], random
      ))
    end
  end

  it "takes or refuses whatever stands in a schema, and never breaks off", :generated do
    stub_const("JUNK", [nil, true, false, 7, -1.5, "", "text", "#/x%FF~2", "#", [], [nil, 1, "a"], {}, { "" => {} },
                        { "$ref" => "#" }, { "enum" => [{}] }])
    stub_const("STRANGE", ["x-titles", "x-kind", "x-section", "$ref", "$anchor", "allOf", "oneOf", "items", "enum",
                           "const", "type", "properties", "required", "title", "maxLength", "description", "$id", ""])
    refused = 0
    trials("spoilt schemas", 300, enough: -> { refused > 20 }) do |seed|
      random = Draws.new(seed)
      schema = Array.new(1 + random.rand(3)).reduce(SchemaGenerator.new(seed).schema) do |found, _|
        spoilt(found, random)
      end
      described_class.new(JSON.generate(schema)).document
    rescue CobaltLedger::BadInput => e
      refused += 1
      expect(e.faults.map(&:message)).to all(match(/\S/))
    end
  end
end
