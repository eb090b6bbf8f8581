# frozen_string_literal: true

RSpec.describe CobaltLedger::Catalogue::Kind do
  def made(kind, **more)
    options = more.delete(:options)&.map { |id| CobaltLedger::Catalogue::Option.new(id: id, name: id.capitalize) }
    CobaltLedger::Catalogue::Field.new(
      id: "f", name: "F", kind: kind, section: "s", label: "open", options: options || [], **more
    )
  end

  def unsuitable?(field, raw)
    field.parse(raw)
    false
  rescue CobaltLedger::Catalogue::Kind::Unsuitable
    true
  end

  it "knows every kind the trade asks for" do
    expect(described_class.names).to eq(
      %w[
        text
        long_text
        integer
        decimal
        money
        date
        date_time
        yes_no
        choice
        choices
        person
        record_reference
        computed
        auto_number
      ]
    )
  end

  it "is known by its title and by other words, each of one kind, and shows what it looks like" do
    words = described_class.members.flat_map do |name, kind|
      [name, kind.title, *kind.other_words].map do |word|
        [word, name]
      end
    end
    expect(words.map { |word, _| described_class.named(" #{word.upcase.tr(' ', '-')} ") }).to eq(words.map(&:last))
    expect(described_class.named("colour")).to be_nil
    expect(described_class.members.each_value.map(&:example)).to all(match(/\S/))
  end

  {
    "text" => ["Ilse", ["two\nlines", 4, "a\0b", "x" * 1_000_001]],
    "integer" => [4, [4.5, "four", true, 10**16]],
    "decimal" => ["12.5", ["1e400", "12,5", Float::NAN, [1]]],
    "money" => [BigDecimal("12.50"), ["much", 10**16]],
    "date" => ["2024-02-29", ["2026-02-30", "31.03.2026", 20_260_331, "2026-13-01"]],
    "date_time" => [
      "2026-03-31T14:10:00+01:00",
      ["2026-03-31T25:00:00Z", "2026-02-30T10:00:00Z", "2026-03-31 14:10", "2026-03-31T14:10"]
    ],
    "yes_no" => [false, ["no", 0]],
    "person" => ["asha", [1, "x" * 201]]
  }.each do |kind, (good, bad)|
    it "#{kind} reads #{good.inspect}, gives it back, and refuses what is none" do
      field = made(kind)
      typed = field.parse(good)
      expect(typed).not_to be_nil
      expect(field.parse(field.dump(typed))).to eq(typed)
      bad.each { |raw| expect(unsuitable?(field, raw)).to be(true), "#{raw.inspect[0, 40]} was taken" }
    end
  end

  it "takes nothing, spaces and empty text for blank" do
    expect(
      %w[text integer date yes_no choice].flat_map do |kind|
        [nil, ""].map { |raw| made(kind, options: ["a"]).parse(raw) }
      end
    ).to all(be_nil)
    expect(made("text").parse("   ")).to be_nil
  end

  it "keeps choices by identifier, in one order" do
    field = made("choices", options: %w[lead arsenic])
    expect(field.parse(%w[lead arsenic lead])).to eq(%w[arsenic lead])
    expect(field.display(field.parse(["lead"]))).to eq("Lead")
    expect(
      [unsuitable?(field, ["mercury"]), unsuitable?(field, "lead"), unsuitable?(made("choice", options: ["a"]), "b")]
    ).to all(be(true))
  end

  it "reads right-to-left and combining text as it is" do
    ["שלום עולם", "e\u0301mile", "👩‍🔧 tools"].each { |text| expect(made("text").parse(text)).to eq(text) }
  end

  it "shows figures and dates as people write them" do
    expect(made("money").display(Rational(1_234_567, 100))).to eq("12,345.67")
    expect(made("integer").display(-1_234_567)).to eq("-1,234,567")
    expect(made("date").display(Date.new(2026, 3, 1))).to eq("1 Mar 2026")
    expect(made("yes_no").display(true)).to eq("yes")
  end

  describe "computed fields" do
    def filled(fields, values)
      type = policy(fields: fields).record_type("loan")
      CobaltLedger::Decisions::Values
        .typed(type, values)
        .transform_values { |value| value.is_a?(Rational) ? value.to_f : value }
    end

    it "work out in order of what they need, whatever order they stand in" do
      fields = [
        field("c", "computed", formula: "b * 2"), field("b", "computed", formula: "a + 1"), field("a", "integer")
      ]
      expect(filled(fields, "a" => 3)).to include("b" => 4.0, "c" => 8.0)
    end

    it "stay blank where an input is blank or makes no number, and can't be told where one can't be read" do
      fields = [
        field("a", "integer"), field("b", "computed", formula: "1 / a"),
        field("c", "computed", formula: "a * 900000000000000")
      ]
      expect(filled(fields, {})["b"]).to be_nil
      expect(filled(fields, "a" => "x")["b"]).to be_a(CobaltLedger::Conditions::Unreadable)
      expect(filled(fields, "a" => 0)["b"]).to be_nil
      expect(filled(fields, "a" => 900_000_000)["c"]).to be_nil
    end
  end

  it "writes what is calculated with hundredths where money is in it, through other fields too" do
    kinds = { "count" => "integer", "days" => "integer", "price" => "money", "weight" => "decimal" }
    formulas = { "pieces" => "count * days", "share" => "weight * count", "sum" => "price * count",
                 "tax" => "ROUND(sum / 10, 2)", "ratio" => "pieces / 4" }
    type = CobaltLedger::Catalogue::RecordType.new(
      id: "t", name: "T", sections: [],
      fields: kinds.merge(formulas.transform_values { "computed" }).map do |id, kind|
        CobaltLedger::Catalogue::Field.new(id: id, name: id, kind: kind, section: "s", label: "open",
                                           formula: formulas[id])
      end
    )
    filled = type.formulas.fill("count" => 3, "days" => 7, "price" => 1250r, "weight" => 5/2r)
    expect(formulas.keys.to_h { |id| [id, type.field(id).display(filled[id])] }).to eq(
      "pieces" => "21", "share" => "7.5", "sum" => "3,750.00", "tax" => "375.00", "ratio" => "5.25"
    )
  end
end
