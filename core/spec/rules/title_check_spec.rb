# frozen_string_literal: true

RSpec.describe CobaltLedger::Rules::TitleCheck do
  def remarks(title, *effects, target: "notes", **more)
    made = policy(rule(target, *effects, title: title, **more))
    described_class.remarks(made.rules.first, made.record_type("loan"))
  end

  it "points out effects and fields the title speaks of and the rule has not" do
    expect(remarks("Notes are locked", "hide")).to eq(["The title mentions locking, but the rule doesn’t do that."])
    expect(remarks("Unlocked for registrars", "lock")).to eq(
      ["The title mentions opening, but the rule doesn’t do that."]
    )
    expect(remarks("Contact is hidden", "hide")).to eq(
      ["The title names Contact, but the rule doesn’t use it."]
    )
  end

  it "points out a title that says the opposite, either way" do
    expect(remarks("Registrars may see notes", "hide")).to eq(["The title mentions showing, and the rule hides."])
    expect(remarks("Notes are not seen by couriers", "show")).to eq(["The title mentions hiding, and the rule shows."])
    expect(remarks("Couriers can change notes", "lock")).to eq(["The title mentions editing, and the rule shuts."])
    expect(remarks("Notes can't be changed", "unlock")).to eq(
      ["The title mentions preventing editing, and the rule opens."]
    )
    expect(remarks("Notes are seen in part", mask("all"))).to eq([])
    expect(remarks("Couriers may not change notes", "lock")).to eq([])
  end

  it "says nothing of a title that fits, or that promises nothing" do
    expect(remarks("Notes locked by Stage", "lock", when: compare("stage", "is_filled"))).to eq([])
    expect(remarks("Curators keep out", "hide")).to eq([])
    expect(
      remarks(
        "Required or else hidden", "require", when: compare("stage", "is_filled"), otherwise: [{ "effect" => "hide" }]
      )
    ).to eq([])
  end
end
