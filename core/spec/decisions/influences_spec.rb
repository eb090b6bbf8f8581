# frozen_string_literal: true

# How changes hang together decides how much there is to try.
RSpec.describe CobaltLedger::Decisions::Influences do
  def asked(engine)
    CobaltLedger::Formats::QuestionJson.read(
      { "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => "edit" }, engine.policy, directory
    )
  end

  def knots(engine, ids) = described_class.new(engine.plan_for(asked(engine)), ids).knots

  def save_all(engine)
    CobaltLedger::Decisions::Saving.new(engine).judge(asked(engine), (1..40).to_h { |number| ["f#{number}", "new"] })
  end

  let(:many) { (1..40).map { |number| field("f#{number}") } }

  it "ties together what has influence on each other, through computed and written values too, and no more" do
    made =
      engine(
        rule("notes", "lock", when: compare("total", "greater", 5)),
        rule("contact", { "effect" => "set", "to" => { "field" => "location" } }),
        rule("stage", "lock", when: compare("contact", "is_filled"))
      )
    expect(knots(made, %w[notes count stage location])).to eq([%w[notes count], %w[stage location]])
  end

  it "finds an order for forty changes of which each locks the one before" do
    locking = (2..40).map { |number| rule("f#{number - 1}", "lock", when: compare("f#{number}", "equal", "new")) }
    chain = engine(*locking, fields: many)
    expect(save_all(chain).refusals.map(&:words)).to eq([])
  end

  it "tells of forty changes which ones shut each other out" do
    closing = [
      rule("f1", "lock", when: compare("f2", "equal", "new")), rule("f2", "lock", when: compare("f1", "equal", "new"))
    ]
    pair = engine(*closing, fields: many)
    refusals = save_all(pair).refusals
    expect(refusals.map(&:field)).to eq(["f2"])
    expect(refusals.first.words).to eq("F2 can't be changed: it is locked, by rule 2 Rule 2")
  end
end
