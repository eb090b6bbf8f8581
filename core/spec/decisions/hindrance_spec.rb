# frozen_string_literal: true

# What keeps someone from typing into a field, read off the result of the stages.
RSpec.describe CobaltLedger::Decisions::Hindrance do
  def hindered(*rules, field: "notes", mode: "edit", user: "asha", **values)
    made = engine(*rules)
    decision = made.decide(question(made, user: user, mode: mode, **values))
    described_class.new(decision.result(field)).to_a.map(&:words)
  end

  it "names nothing where the field is open" do
    expect(hindered(rule("notes", "lock", audience: { "any" => [{ "role" => "courier" }] }))).to eq([])
    expect(hindered(rule("contact", "show"), field: "contact")).to eq([])
  end

  it "names the rules that won, not those that were overruled or do not apply" do
    rules = [
      rule("notes", "lock"), rule("notes", "unlock"), rule("notes", "hide", when: compare("count", "greater", 5))
    ]
    expect(hindered(*rules, count: 2)).to eq(["1 “Rule 1” gives locked"])
    expect(hindered(*rules, count: 7)).to eq(["3 “Rule 3” gives hidden", "1 “Rule 1” gives locked"])
  end

  it "names a guardrail before the rules it stands above, and the label where no rule speaks" do
    guard = rule("notes", "hide").merge("kind" => "guardrail")
    expect(hindered(rule("notes", "show"), guard)).to eq(["G1 “Rule 1” gives hidden"])
    expect(hindered(field: "location")).to eq(["Label Restricted starts as hidden"])
    expect(hindered(rule("location", "show"), field: "location")).to eq([])
  end

  it "names each facet's own: a label that hides and a rule that locks" do
    expect(hindered(rule("location", "lock"), field: "location")).to eq(
      ["Label Restricted starts as hidden", "1 “Rule 1” gives locked"]
    )
  end

  it "names what no rule can open: computed values, and forms that are only looked at" do
    expect(hindered(field: "total").join).to match(/computed/i)
    expect(hindered(mode: "view").join).to match(/view|mode|read/i)
  end

  it "names something exactly where a field is shut, for generated policies", :generated do
    trials("hindrance", 25) do |seed|
      document = PolicyGenerator.new(seed).policy(self)
      made =
        CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      asked =
        CobaltLedger::Decisions::Question.new(
          principals: directory.principals_of("asha"), record_type: made.policy.record_type("loan"), unit: "kiln",
          mode: "edit"
        )
      decision = made.decide(asked)
      decision.fields.each do |id, found|
        next if found.level == "replace_only"

        expect(described_class.new(decision.result(id)).to_a.any?).to(
          eq(!found.open?), "seed #{seed}, #{id} is #{found.level}"
        )
      end
    end
  end
end
