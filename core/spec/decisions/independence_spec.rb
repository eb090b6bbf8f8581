# frozen_string_literal: true

# Conditions that have no value in common are searched apart, and put together again.
RSpec.describe CobaltLedger::Decisions::Independence do
  def asked(engine, user: "asha", mode: "edit")
    CobaltLedger::Decisions::Question.new(
      principals: directory.principals_of(user), record_type: engine.policy.record_type("loan"), unit: "kiln",
      mode: mode
    )
  end

  def many(count) = Array.new(count) { |number| field("n#{number}", "integer") }

  # So many rules on one field, each with a field of its own to go by.
  def engine_of(count)
    rules =
      Array.new(count) do |number|
        rule("notes", number.even? ? "lock" : "hide", when: compare("n#{number}", "greater", number))
      end
    engine(*rules, fields: loan_fields + many(count))
  end

  it "decides every combination of as many conditions as there can be" do
    outcomes, complete = engine_of(10).then { |made| made.feasible(asked(made)).of("notes") }
    expect([outcomes.map { |outcome| outcome.decision.level }, complete]).to eq([%w[hidden read_only editable], true])
  end

  it "says so where there are more than can be put together" do
    made = engine_of(14)
    expect(made.feasible(asked(made)).of("notes").last).to be(false)
  end

  it "keeps together what a field, a formula or what was stored ties together" do
    against = lambda do |comparison|
      { "compare" => comparison, "left" => { "field" => "count" }, "right" => { "field" => "spare" } }
    end
    tied = {
      "one field" => [compare("count", "greater", 5), compare("count", "less", 3)],
      "a formula" => [compare("total", "greater", 100), compare("count", "equal", 0)],
      "two fields" => [against.call("greater"), against.call("less")]
    }
    tied.each do |what, (one, other)|
      made =
        engine(
          rule("contact", "hide", when: { "all" => [one, other] }), rule("notes", "hide", when: one),
          rule("notes", "lock", when: other), fields: loan_fields + [field("spare", "integer")]
        )
      both = made.feasible(asked(made)).combinations("notes").map { |outcomes, _| outcomes }
      tests = made.plan_for(asked(made)).slot_of("notes").tests
      expect(both.map { |outcomes| outcomes.values_at(*tests) }).not_to include([true, true]), what
      levels = made.feasible(asked(made)).of("contact").first.map { |outcome| outcome.decision.level }
      expect(levels).not_to include("hidden"), what
    end
  end

  it "gives each person the answers for that person, though the searches are shared" do
    own = { "compare" => "equal", "left" => { "attribute" => "clearance" }, "right" => { "value" => "high" } }
    made = engine(rule("notes", "hide", when: own), rule("notes", "lock", when: compare("count", "greater", 4)))
    levels =
      %w[zora asha].to_h do |user|
        [user, made.feasible(asked(made, user: user)).of("notes").first.map { |outcome| outcome.decision.level }]
      end
    expect(levels).to eq("zora" => %w[hidden], "asha" => %w[read_only editable])
  end

  it "tells what a rule writes from what somebody chose" do
    written = { "effect" => "set", "to" => { "value" => 9 } }
    made = engine(rule("count", written), rule("notes", "hide", when: compare("count", "equal", 9)))
    expect(made.feasible(asked(made)).of("notes").first.map { |outcome| outcome.decision.level }).to eq(%w[hidden])
    expect(made.feasible(asked(made, mode: "view")).of("notes").first.map { |outcome| outcome.decision.level }).to eq(
      %w[hidden read_only]
    )
  end
end
