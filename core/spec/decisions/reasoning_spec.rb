# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::Reasoning do
  def account(engine, field_id, **asked)
    told(engine, engine.decide(question(engine, **asked), reasoning: [field_id]), field_id)
  end

  def lines(account, stage) = account["stages"].find { |each| each["stage"] == stage }["entries"]

  let(:signed) do
    engine(
      rule("notes", "show", "unlock", title: "Registrars write", audience: { "any" => [{ "role" => "registrar" }] }),
      rule(
        "notes",
        "lock",
        title: "Signed loans keep",
        when: {
          "all" => [compare("stage", "one_of", %w[signed out]), compare("count", "greater", 1)]
        }
      ),
      rule(
        "notes",
        "hide",
        title: "Not for couriers",
        kind: "guardrail",
        audience: {
          "any" => [{ "role" => "courier" }]
        }
      )
    )
  end

  it "names who won, who was overruled, by which rule and why" do
    found = lines(account(signed, "notes", stage: "signed", count: 3), "rules")
    expect(found[0]["facets"]["entry"]).to include(
      "verdict" => "overruled", "by" => ["r2"], "words" => "overruled by 2: locked is stricter"
    )
    expect(found[0]["facets"]["visibility"]).to include("verdict" => "won")
    expect(found[1]["facets"]["entry"]).to include("gives" => "locked", "verdict" => "won")
    expect(found.map { |line| line["balance"] }).to eq(%w[editable read_only])
  end

  it "tells which part of a condition was false and the values it saw" do
    line = lines(account(signed, "notes", stage: "signed", count: 1), "rules")[1]
    expect(line).to include("applies" => "not_applicable", "part" => "condition")
    expect(line["because"]).to eq("condition not met: Stage is Signed or Out and Count is more than 1 (Count is 1)")
    expect(line["condition"]["parts"].map { |part| part["outcome"] }).to eq([true, false])
  end

  it "tells why a rule does not apply: audience, unit, mode, channel or state" do
    away =
      engine(
        rule("notes", "hide", reach: { "units" => ["kiln"] }), rule("notes", "hide", reach: { "modes" => ["view"] }),
        rule("notes", "hide", reach: { "channels" => ["import"] }), rule("notes", "hide", state: "off"),
        rule("notes", "hide", audience: { "any" => [{ "role" => "courier" }] }),
        rule("notes", "hide", audience: { "everyone" => true, "except" => [{ "user" => "asha" }] })
      )
    found = lines(account(away, "notes"), "rules")
    expect(found.map { |line| line["part"] }).to eq(%w[unit mode channel state audience audience])
    expect(found[0]["because"]).to eq("applies only at The Kiln Works; the record is at Tidewater House")
    expect(found[4]["because"]).to eq("applies only to Courier, not to Asha Brandt")
    expect(found[5]["because"]).to eq("Asha Brandt is excluded (Asha Brandt)")
  end

  it "lists guardrails apart, with what they tightened" do
    guarded = account(signed, "notes", user: "ilka", unit: "kiln")
    expect(lines(guarded, "guardrails")[0]["facets"]["visibility"]).to include("gives" => "hidden", "verdict" => "won")
    expect(guarded["level"]).to eq("hidden")
  end

  it "says that a rule failed closed, and on which value" do
    line = lines(account(signed, "notes", stage: "signed", count: "several"), "rules")[1]
    expect(line["applies"]).to eq("in_doubt")
    expect(line["because"]).to include("Count can't be read: must be a whole number")
  end

  it "tells which baseline holds where, and that the label stands back" do
    baselines = [
      {
        "id" => "a",
        "name" => "Kiln keeps",
        "record_type" => "loan",
        "units" => ["kiln"],
        "states" => {
          "notes" => {
            "entry" => "locked"
          }
        }
      }
    ]
    kept = engine(baselines: baselines)
    expect(lines(account(kept, "notes", unit: "kiln"), "baseline").map { |line| line["balance"] }).to eq(
      %w[editable read_only]
    )
    expect(lines(account(kept, "notes"), "baseline")[1]).to include(
      "applies" => "not_applicable", "because" => "holds only at The Kiln Works"
    )
  end

  it "says of two masks which reveals less" do
    two = engine(rule("contact", mask("keep_last", count: 4)), rule("contact", mask("initials")))
    expect(lines(account(two, "contact"), "rules")[0]["facets"]["visibility"]["words"]).to eq(
      "overruled by 2: the mask that reveals less"
    )
  end
end
