# frozen_string_literal: true

# Small inputs that stand for a great deal of work.
RSpec.describe "Limits of what is read" do
  strict = CobaltLedger::Formats::StrictJson
  schema = CobaltLedger::Formats::RecordTypeJsonSchema

  it "bounds digits and exponents of numbers, and leaves texts of figures alone" do
    [
      "-1e9000000", "1e99999999", "1e400", "1E+61", "9#{'0' * 100_000}", "1.#{'1' * 80}", "-#{'1' * 61}"
    ].each do |number|
      expect(faults { strict.read("{\"a\":[#{number}]}") }.join).to(
        include("holds a number of more than 60 digits"), number[0, 20]
      )
    end
    text = "\\\"#{'1' * 100}\\\\"
    read = strict.read("{\"a\":\"#{text}\",\"b\":1.5e3,\"#{'2' * 70}\":12345678901234567890}")
    expect(read).to eq("a" => "\"#{'1' * 100}\\", "b" => BigDecimal("1500"), "2" * 70 => 12_345_678_901_234_567_890)
    expect(faults { strict.read("[\"#{'1' * 70}\", #{'1' * 70}]") }).not_to be_empty
    expect(faults { strict.read("\"#{'1' * 70}") }.join).to include("is not JSON")
  end

  it "reads as much of a schema as a record type may hold, and says what is beyond it" do
    nested =
      (0..7).to_h do |level|
        below = level == 7 ? { "type" => "string" } : { "$ref" => "#/$defs/d#{level + 1}" }
        ["d#{level}", { "type" => "object", "properties" => (0..9).to_h { |number| ["p#{level}#{number}", below] } }]
      end
    [
      { "properties" => { "a" => { "$ref" => "#/$defs/d0" } }, "$defs" => nested },
      { "properties" => (1..8_000).to_h { |number| ["f#{number}", { "type" => "string" }] } }
    ].each do |part|
      read = schema.new(JSON.generate({ "type" => "object", "title" => "T" }.merge(part)))
      expect(read.document["fields"].size).to eq(2_000)
      expect(read.remarks.map(&:message)).to include(match(/beyond the (2000 fields|20000 definitions)/))
    end
  end

  it "takes what an object says of reading and writing for all fields inside it" do
    inside = {
      "type" => "object",
      "writeOnly" => true,
      "properties" => {
        "b" => {
          "type" => "string"
        },
        "c" => {
          "type" => "object",
          "readOnly" => true,
          "properties" => {
            "d" => {
              "type" => "string"
            }
          }
        }
      }
    }
    read =
      schema.read(
        JSON.generate(
          "type" => "object",
          "title" => "T",
          "properties" => {
            "a" => inside,
            "e" => {
              "type" => "string"
            }
          }
        )
      )[
        "fields"
      ]
    expect(read.to_h { |field| [field["id"], field["baseline"]] }).to eq(
      "b" => {
        "visibility" => "hidden"
      },
      "d" => {
        "visibility" => "hidden", "entry" => "locked"
      },
      "e" => nil
    )
  end

  it "gives a text field a length of its own" do
    short = field("notes", "long_text", max_length: 20)
    made = engine(fields: [short, field("contact")])
    saving = lambda do |changes|
      CobaltLedger::Decisions::Saving.new(made).judge(question(made), changes).refusals.map(&:words)
    end
    expect(saving.call("notes" => "x" * 20, "contact" => "y" * 10_000)).to eq([])
    expect(saving.call("notes" => "x" * 21, "contact" => "y" * 10_001)).to eq(
      ["Notes is longer than 20 characters", "Contact is longer than 10000 characters"]
    )
    expect(faults { engine(fields: [field("count", "integer", max_length: 3)]) }.join).to include(
      "only text fields have a length"
    )
  end

  # Steps counted, not seconds: how many characters a mask looks at.
  it "looks at no more of a text than a mask shows of it" do
    looked = 0
    counting =
      TracePoint.new(:c_call) do |point|
        looked = [looked, point.self.size].max if point.method_id == :grapheme_clusters
      end
    counting.enable
    long =
      CobaltLedger::Catalogue::Field.new(
        id: "a", name: "A", kind: "long_text", section: "m", label: "open", max_length: 1_000_000
      )
    masks = { "keep_first" => "éé••••••", "keep_last" => "••••••éé", "initials" => "é••••", "domain_only" => "••••••" }
    masks.each do |format, shown|
      expect(CobaltLedger::Masks::Mask.from("format" => format, "count" => 2).apply("é" * 1_000_000, long)).to eq(shown)
    end
    counting.disable
    expect(looked).to be_between(1, 1_000)
    torn = "x#{"e\u0301" * 300}"
    expect(CobaltLedger::Masks::Mask.from("format" => "keep_last", "count" => 2).apply(torn, long)).to eq(
      "••••••e\u0301e\u0301"
    )
    {
      "a@b.example" => "••••••@b.example", "a@#{'.' * 25_000} " => "••••••", "a@b@c.d" => "••••••",
      "a@.b" => "••••••", "a@b." => "••••••", "@b.c" => "••••••"
    }.each do |text, shown|
      expect(CobaltLedger::Masks::Mask.from("format" => "domain_only").apply(text, long)).to eq(shown), text[0, 20]
    end
  end

  it "shows numbers as they are kept" do
    kinds = CobaltLedger::Catalogue::Kinds
    expect(
      %w[0.005 12.50 -1234.123456789].map { |text| kinds::Decimal.display(kinds::Decimal.parse(text, nil), nil) }
    ).to eq(%w[0.005 12.5 -1,234.123456789])
    expect(%w[0.005 12500 0.1].map { |text| kinds::Money.display(kinds::Money.parse(text, nil), nil) }).to eq(
      %w[0.005 12,500.00 0.10]
    )
  end
end
