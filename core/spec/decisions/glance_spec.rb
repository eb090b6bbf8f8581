# frozen_string_literal: true

# A few fields at a glance, held against the whole decision.
RSpec.describe CobaltLedger::Decisions::Glance do
  it "sees of any fields what the whole decision sees", :generated do
    trials("glances", 120) do |seed|
      random = Draws.new(seed)
      generator = PolicyGenerator.new(seed)
      policy = newest_policy(generator.policy(self), directory)
      engine = CobaltLedger::Decisions::Engine.new(policy, directory)
      type = policy.record_type("loan")
      ids = type.fields.map(&:id).sample(random.rand(1..4), random: random)
      glance = described_class.new(engine, type, ids)
      4.times do |turn|
        asked = generator.question.merge("mode" => %w[list view][turn % 2], "entered" => {})
        question = CobaltLedger::Formats::QuestionJson.read(asked, policy, directory)
        compare(glance.of(question), engine.decide(question), ids, "seed #{seed}: #{ids} of #{asked}")
      end
    end
  end

  def compare(seen, decision, ids, where)
    expect(ids.map { |id| seen[id].state }).to eq(ids.map { |id| decision[id].state }), where
    told = [seen, decision].map { |each| ids.map { |id| each.values[id].then { |value| readable(value) } } }
    expect(told[0]).to eq(told[1]), where
  end

  def readable(value) = value.is_a?(CobaltLedger::Conditions::Unreadable) ? value.message : value

  it "refuses where rules could write what it does not read" do
    made = engine(rule("notes", { "effect" => "set", "to" => { "value" => "x" } }))
    glance = described_class.new(made, made.policy.record_type("loan"), ["notes"])
    expect { glance.of(question(made, mode: "edit")) }.to raise_error(ArgumentError, /written/)
    expect(glance.of(question(made, mode: "list", notes: "y")).values["notes"]).to eq("y")
  end
end
