# frozen_string_literal: true

RSpec.describe CobaltLedger::Rules::TitleCheck do
  def remarks(title, *effects, target: "notes", **more)
    made = policy(rule(target, *effects, title: title, **more))
    described_class.remarks(made.rules.first, made.record_type("loan"))
  end

  it "points out effects and fields the title speaks of and the rule has not" do
    expect(remarks("Notes are locked", "hide")).to eq(["The title speaks of locking, which the rule does not do."])
    expect(remarks("Unlocked for registrars", "lock")).to eq(
      ["The title speaks of opening, which the rule does not do."]
    )
    expect(remarks("Contact is hidden", "hide")).to eq(
      ["The title names Contact, which the rule neither touches nor looks at."]
    )
  end

  it "points out a title that says the opposite, either way" do
    expect(remarks("Registrars may see notes", "hide")).to eq(["The title speaks of showing, and the rule hides."])
    expect(remarks("Notes are not seen by couriers", "show")).to eq(["The title speaks of hiding, and the rule shows."])
    expect(remarks("Couriers can change notes", "lock")).to eq(["The title speaks of editing, and the rule shuts."])
    expect(remarks("Notes can't be changed", "unlock")).to eq(
      ["The title speaks of keeping from editing, and the rule opens."]
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
