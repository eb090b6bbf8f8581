# frozen_string_literal: true

RSpec.describe CobaltLedger::Rules::Remarks do
  def remarks(modes, effect)
    made = policy(rule("notes", effect, title: "Notes begin", reach: { "modes" => modes }))
    described_class.of(made.rules.first, made.record_type("loan"))
  end

  it "points out a value to begin with that names more than creating" do
    beginning = { "effect" => "default", "to" => { "value" => "x" } }
    expect(remarks(%w[create edit], beginning)).to eq(
      ["A starting value applies only when creating: editing it has no effect."]
    )
    expect(remarks(%w[create], beginning)).to eq([])
    expect(remarks(%w[edit], { "effect" => "set", "to" => { "value" => "x" } })).to eq([])
  end
end
