# frozen_string_literal: true

RSpec.describe "Record types from files" do
  def from_schema(document, **options)
    CobaltLedger::Formats::RecordTypeJsonSchema.read(
      document.is_a?(String) ? document : JSON.generate(document), **options
    )
  end

  def from_csv(text, name: "Study visit") = CobaltLedger::Formats::FieldsCsv.read(text, name: name)

  def sound?(type)
    faults do
      CobaltLedger::Formats::PolicyJson.build(
        CobaltLedger::Formats::PolicyJson.empty("x").merge("record_types" => [type])
      )
    end == []
  end

  it "comes in from the files that are given out to begin with" do
    templates = CobaltLedger::Formats::Templates::ALL.transform_values(&:last)
    read = from_csv(templates["fields-csv"])
    expect(read["fields"].map { |each| each["kind"] }).to include("auto_number", "choice", "yes_no", "computed")
    expect([read, from_schema(templates["fields-json-schema"])].map { |type| sound?(type) }).to eq([true, true])
    people = CobaltLedger::Formats::PeopleLdif.read(templates["people-ldif"])
    expect(people["users"].map { |user| user.values_at("name", "groups") }).to eq([["Ada Example", ["first-aiders"]]])
  end

  describe "a JSON Schema definition" do
    let(:definition) do
      {
        "$schema" => "https://json-schema.org/draft/2020-12/schema",
        "title" => "Study visit",
        "type" => "object",
        "required" => ["visitorName"],
        "$defs" => {
          "day" => {
            "type" => "string", "format" => "date"
          }
        },
        "properties" => {
          "visitorName" => {
            "type" => "string", "maxLength" => 80
          },
          "topic" => {
            "type" => "string", "maxLength" => 4000, "description" => "What it is about"
          },
          "visitDate" => {
            "$ref" => "#/$defs/day"
          },
          "age" => {
            "type" => %w[integer null], "x-label" => "confidential"
          },
          "fee" => {
            "type" => "number", "x-kind" => "money"
          },
          "granted" => {
            "type" => "boolean"
          },
          "arrived" => {
            "type" => "string", "format" => "date-time"
          },
          "decision" => {
            "enum" => %w[Open Granted]
          },
          "tools" => {
            "type" => "array",
            "items" => {
              "enum" => ["Light box", "Scales"]
            }
          },
          "number" => {
            "type" => "string", "readOnly" => true
          },
          "staff" => {
            "type" => "object",
            "title" => "Staff only",
            "properties" => {
              "room" => {
                "type" => "string", "writeOnly" => true
              }
            }
          }
        }
      }
    end

    it "becomes fields of fitting kinds, in sections, with baselines" do
      type = from_schema(definition)
      expect(type).to include(
        "id" => "study-visit", "name" => "Study visit",
        "sections" => [{ "id" => "details", "name" => "Details" }, { "id" => "staff", "name" => "Staff only" }]
      )
      kinds = type["fields"].to_h { |each| [each["id"], each["kind"]] }
      expect(kinds).to eq(
        "visitor_name" => "text", "topic" => "long_text", "visit_date" => "date", "age" => "integer",
        "fee" => "money", "granted" => "yes_no", "arrived" => "date_time", "decision" => "choice",
        "tools" => "choices", "number" => "text", "room" => "text"
      )
      by_id = type["fields"].to_h { |each| [each["id"], each] }
      expect(by_id["visitor_name"]).to include("name" => "Visitor name", "baseline" => { "presence" => "required" })
      expect(by_id["tools"]["options"]).to eq(
        [{ "id" => "light-box", "name" => "Light box" }, { "id" => "scales", "name" => "Scales" }]
      )
      expect(by_id.values_at("number", "room").map { |each| each["baseline"] }).to eq(
        [{ "entry" => "locked" }, { "visibility" => "hidden" }]
      )
      expect(by_id["age"]["label"]).to eq("confidential")
      expect(sound?(type)).to be(true)
    end

    {
      "text that is not JSON" => ["{\"type\":", "is not JSON"],
      "a name twice in one object" => ['{"type":"object","type":"object"}', "is not JSON: duplicate key"],
      "something that is no object" => [[1], "must be a JSON object"],
      "no properties" => [{ "type" => "object" }, "must describe an object with properties"],
      "a type with no field kind" => [
        { "type" => "object",
          "properties" => { "a" => { "type" => "null" } } }, "/properties/a: does not say what it holds"
      ],
      "a reference to nothing" => [
        { "type" => "object", "properties" => { "a" => { "$ref" => "#/$defs/b" } } },
        "/properties/a/$ref: there is nothing at #/$defs/b"
      ],
      "a reference elsewhere" => [
        { "type" => "object", "properties" => { "a" => { "$ref" => "other.json" } } },
        "/properties/a/$ref: refers to another document: other.json"
      ],
      "a property that is no object" => [
        { "type" => "object", "properties" => { "a" => 1 } }, "/properties/a: must be an object"
      ],
      "an empty enumeration" => [
        { "type" => "object", "properties" => { "a" => { "enum" => [] } } }, "/properties/a/enum: must list texts"
      ],
      "a definition that is not there" => [{ "properties" => { "a" => { "$ref" => "#x" } } }, "there is nothing at #x"]
    }.each do |what, (document, words)|
      it("refuses #{what}") { expect(faults { from_schema(document) }.join).to include(words) }
    end

    it "refuses references that run in a ring" do
      ring = {
        "type" => "object",
        "properties" => {
          "a" => {
            "$ref" => "#/$defs/x"
          }
        },
        "$defs" => {
          "x" => {
            "$ref" => "#/$defs/y"
          },
          "y" => {
            "$ref" => "#/$defs/x"
          }
        }
      }
      expect(faults { from_schema(ring) }.first).to include("refers to itself: #/$defs/x -> #/$defs/y -> #/$defs/x")
      nested = {
        "type" => "object",
        "properties" => {
          "a" => {
            "$ref" => "#/$defs/x"
          }
        },
        "$defs" => {
          "x" => {
            "type" => "object",
            "properties" => {
              "b" => {
                "$ref" => "#/$defs/x"
              }
            }
          }
        }
      }
      expect(faults { from_schema(nested) }.first).to include("refers to itself")
    end
  end

  describe "a CSV list of fields" do
    it "becomes a record type" do
      type =
        from_csv(
          "\uFEFFName,Section,Kind,Options,Required,Label\r\nVisitor’s " \
          "name,Request,text,,yes,internal\r\nDecision,Staff,choice,Open|Granted,no,confidential\r\n\r\n"
        )
      expect(type["sections"].map { |section| section["name"] }).to eq(%w[Request Staff])
      expect(type["fields"]).to eq(
        [
          {
            "id" => "visitor_s_name__51dddcd197",
            "name" => "Visitor’s name",
            "kind" => "text",
            "section" => "request",
            "label" => "internal",
            "baseline" => {
              "presence" => "required"
            }
          },
          {
            "id" => "decision", "name" => "Decision", "kind" => "choice", "section" => "staff",
            "label" => "confidential",
            "options" => [{ "id" => "open", "name" => "Open" }, { "id" => "granted", "name" => "Granted" }]
          }
        ]
      )
      expect(sound?(type)).to be(true)
    end

    {
      "no heading “name”" => ["title\nA", "line 1: lacks the column “name”"],
      "unknown columns" => ["name,colour\nA,red", "line 1: has an unknown column “colour”"],
      "an unknown kind" => ["name,kind\nA,colour", "line 2: there is no kind “colour”"],
      "a missing name" => ["name,kind\n,text", "line 2: the name is missing"],
      "a quote that does not end" => ["name\n\"A", "is not CSV"],
      "a field twice" => ["name\nA\nA", "the identifier “a” is used twice"],
      "no field" => ["name\n", "holds no field"],
      "an answer that is neither yes nor no" => ["name,required\nA,perhaps", "line 2: “required” must be yes or no"],
      "more values than headings" => ["name\nA,B", "line 2: has more values"]
    }.each { |what, (text, words)| it("refuses #{what}") { expect(faults { from_csv(text) }.join).to include(words) } }

    it "comes as spreadsheets of other countries write it" do
      tabs = CobaltLedger::Formats::FieldsCsv.read("name\tkind\n Number \tint\n", name: "Visit")
      expect(tabs["fields"].map { |each| each.values_at("name", "kind") }).to eq([%w[Number integer]])
      text = "Name;Kind;Options\r\nGröße;choice;klein|groß\r\n"
      ["\uFEFF#{text}", text.encode("Windows-1252"), "\uFEFF#{text}".encode("UTF-16LE")].each do |bytes|
        as = nil
        type = CobaltLedger::Formats::FieldsCsv.read(bytes.b, name: "Visit") { |read| as = read.to_h }
        expect(type["fields"].map { |each| [each["name"], each["options"].size] }).to eq([["Größe", 2]])
        expect(as["separator"]).to eq("semicolon")
      end
    end

    it "refuses a file over the limit" do
      expect(faults { from_csv("name\n#{'a' * CobaltLedger::Formats::FieldsCsv::SIZE_LIMIT}") }).to eq(
        ["is larger than 2 MiB"]
      )
    end
  end
end
