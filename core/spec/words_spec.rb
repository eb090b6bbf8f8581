# frozen_string_literal: true

RSpec.describe "Words for people" do
  it "joins lists as a sentence does" do
    expect([[], ["a"], %w[a b], %w[a b c]].map { |items| CobaltLedger::Words.list(items) }).to eq(
      ["", "a", "a and b", "a, b and c"]
    )
    expect(CobaltLedger::Words.list(%w[a b c], "or")).to eq("a, b or c")
  end

  it "counts and takes the right article" do
    expect([1, 3].map { |number| CobaltLedger::Words.count(number, "field") }).to eq(["1 field", "3 fields"])
    expect(["outgoing loan", "study visit"].map { |noun| CobaltLedger::Words.indefinite(noun) }).to eq(
      ["an outgoing loan", "a study visit"]
    )
  end

  it "makes identifiers of any name, never empty and never too long" do
    made = ->(name, joiner = "-") { CobaltLedger::Formats::Identifier.from(name, joiner) }
    expect(made.call("Loan number", "_")).to eq("loan_number")
    expect(made.call("Zdeněk Trelawney")).to match(/\Azdenek-trelawney--\h{10}\z/)
    expect(made.call("3rd party")).to match(/\Ax-3rd-party--\h{10}\z/)
    expect(made.call("שלום")).to match(/\Ax--\h{10}\z/)
    expect(made.call("a" * 200).size).to be <= 60
  end

  describe "faults of a shape" do
    def told(document) = CobaltLedger::Formats::Schema.faults("rule", document).map(&:to_s)

    let(:sound) do
      {
        "id" => "r",
        "title" => "R",
        "kind" => "ordinary",
        "rank" => 1,
        "record_type" => "loan",
        "audience" => {
          "everyone" => true
        },
        "lines" => [{ "fields" => ["a"], "effects" => [{ "effect" => "lock" }] }]
      }
    end

    def with_line(**parts) = sound.merge("lines" => [sound["lines"][0].merge(parts.transform_keys(&:to_s))])

    it "tells only those of the form that was meant, where several are allowed" do
      expect(told(sound)).to be_empty
      expect(told(sound.merge("audience" => { "any" => [] }))).to eq(["/audience/any: must not be empty"])
      expect(
        told(with_line(effects: [{ "effect" => "mask", "mask" => { "format" => "keep_last", "count" => 0 } }]))
      ).to eq(["/lines/0/effects/0/mask/count: must be at least 1"])
    end

    it "says it plainly for each kind of fault" do
      expect(told(sound.except("title"))).to eq(["lacks “title”"])
      expect(told(sound.merge("rank" => 0))).to eq(["/rank: must be at least 1"])
      expect(told(sound.merge("kind" => "strong"))).to eq(["/kind: must be one of ordinary, guardrail"])
      expect(told(sound.merge("title" => "x" * 201))).to eq(["/title: is too long: at most 200"])
      expect(told(with_line(effects: {}))).to eq(["/lines/0/effects: must be an array"])
      expect(told(with_line(fields: %w[a a]))).to eq(["/lines/0/fields: names something twice"])
    end
  end
end
