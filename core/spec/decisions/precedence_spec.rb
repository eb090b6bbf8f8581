# frozen_string_literal: true

# Each method of precedence, as an administrator would try it.
RSpec.describe CobaltLedger::Access::PrecedenceMethod do
  def engine_by(method, *rules, type: nil, field: nil)
    document = policy_document(*rules).merge("precedence" => method)
    document["record_types"][0]["precedence"] = type if type
    document["record_types"][0]["fields"].find { |each| each["id"] == "notes" }["precedence"] = field if field
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
  end

  def decided(engine, user: "asha", **values) = engine.decide(question(engine, user: user, **values))["notes"]

  let(:loose_then_tight) { [rule("notes", "show"), rule("notes", "hide")] }
  let(:tight_then_loose) { [rule("notes", "hide"), rule("notes", "show")] }

  it "lets the strictest win" do
    expect(decided(engine_by("strictest", *loose_then_tight)).level).to eq("hidden")
  end

  it "lets the most open win" do
    expect(decided(engine_by("most_open", *tight_then_loose)).level).to eq("editable")
  end

  it "lets the first in order win, whatever it gives" do
    expect(decided(engine_by("first_in_order", *loose_then_tight)).level).to eq("editable")
    expect(decided(engine_by("first_in_order", *tight_then_loose)).level).to eq("hidden")
  end

  it "lets the closest audience win: the person, a group, a role, a department, a unit, everyone" do
    order = [
      { "user" => "ilka" }, { "group" => "night" }, { "role" => "courier" }, { "department" => "stores" },
      { "unit" => "kiln" }
    ]
    order.each_cons(2) do |closer, farther|
      made =
        engine_by(
          "closest_audience", rule("notes", "hide", audience: { "any" => [farther] }),
          rule("notes", "show", audience: { "any" => [closer] })
        )
      expect(decided(made, user: "ilka").level).to eq("editable"), "#{closer} against #{farther}"
    end
    expect(
      decided(
        engine_by(
          "closest_audience", rule("notes", "hide"),
          rule("notes", "show", audience: { "any" => [{ "unit" => "kiln" }] })
        ),
        user: "ilka"
      ).level
    ).to eq("editable")
  end

  it "prefers the nearest department and unit, and gives equals to the strictest" do
    nearest =
      engine_by(
        "closest_audience", rule("notes", "hide", audience: { "any" => [{ "department" => "collections" }] }),
        rule("notes", "show", audience: { "any" => [{ "department" => "stores" }] })
      )
    expect(decided(nearest, user: "ilka").level).to eq("editable")
    equals =
      engine_by(
        "closest_audience", rule("notes", "show", audience: { "any" => [{ "role" => "courier" }] }),
        rule("notes", "hide", audience: { "any" => [{ "role" => "courier" }] })
      )
    expect(decided(equals, user: "ilka").level).to eq("hidden")
  end

  it "allows no overlap: the strictest counts, and the decision is contested" do
    made = engine_by("no_overlap", *loose_then_tight)
    expect([decided(made).level, decided(made).contested]).to eq(["hidden", [:visibility]])
    expect(decided(engine_by("no_overlap", rule("notes", "hide"), rule("notes", "hide"))).contested).to eq([])
  end

  it "goes by the closest choice: the field's, the record type's, the policy's" do
    expect(decided(engine_by("strictest", *loose_then_tight, type: "most_open")).level).to eq("editable")
    expect(decided(engine_by("strictest", *loose_then_tight, type: "most_open", field: "strictest")).level).to eq(
      "hidden"
    )
  end

  it "leaves guardrails above every method" do
    made = engine_by("most_open", rule("notes", "show"), rule("notes", "hide", kind: "guardrail"))
    expect(decided(made).level).to eq("hidden")
  end

  it "never loosens by what can't be evaluated" do
    doubtful = rule("notes", "show", when: compare("count", "greater", 1))
    %w[most_open first_in_order closest_audience].each do |method|
      expect(decided(engine_by(method, doubtful, rule("notes", "hide")), count: "many").level).to eq("hidden"), method
    end
    tightening = { when: compare("count", "greater", 1) }
    expect(
      decided(
        engine_by("first_in_order", rule("notes", "hide", **tightening), rule("notes", "show")), count: "many"
      ).level
    ).to eq("hidden")
    expect(
      decided(
        engine_by("first_in_order", rule("notes", "show"), rule("notes", "hide", **tightening)), count: "many"
      ).level
    ).to eq("editable")
  end

  it "names in the reasoning the method that made it so" do
    made = engine_by("first_in_order", *loose_then_tight)
    stage = told(made, made.decide(question(made), reasoning: ["notes"]), "notes")["stages"][1]
    expect(stage["precedence_words"]).to eq("first in order wins")
    expect(stage["entries"].map { |entry| entry["facets"]["visibility"].slice("verdict", "words") })
      .to eq([{ "verdict" => "won" }, { "verdict" => "overruled", "words" => "overruled by 1: first in order wins" }])
  end

  it "refuses a method that nobody knows" do
    expect(faults { engine_by("by_dice") }.first).to start_with("/precedence:")
  end
end
