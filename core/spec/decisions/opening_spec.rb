# frozen_string_literal: true

# A form that is opened on values, and one into which the same values are typed, are the same form.
RSpec.describe "The first opening" do
  policies = 120

  it "equals what any order of changes to the same values leads to (#{policies} generated policies)", :generated do
    trials("openings", policies) do |seed|
      generator = PolicyGenerator.new(seed, looking_back: false)
      engine =
        CobaltLedger::Decisions::Engine.new(
          newest_policy(generator.policy(self), directory), directory
        )
      asked = generator.question.merge("mode" => "edit")
      opened =
        CobaltLedger::Formats::QuestionJson.read(
          asked.merge("stored" => asked["stored"].merge(asked["entered"]), "entered" => {}), engine.policy, directory
        )
      expected = form(engine, opened)
      2.times do |turn|
        expect(typed(engine, asked, Draws.new(seed + turn))).to(
          eq(expected), "seed #{seed}: #{asked}"
        )
      end
    end
  end

  # Types one value after the other, in some order, with detours; the form is asked after each.
  def typed(engine, asked, random)
    question = CobaltLedger::Formats::QuestionJson.read(asked.merge("entered" => {}), engine.policy, directory)
    entered = {}
    asked["entered"].keys.shuffle(random: random).reduce(form(engine, question)) do |_, id|
      form(engine, question.with(entered: entered.merge(id => nil))) if random.rand < 0.3
      entered[id] = asked["entered"][id]
      form(engine, question.with(entered: entered))
    end
  end

  def form(engine, question)
    decision = engine.decide(question)
    if decision.loop.any?
      :does_not_settle
    else
      [decision.fields.transform_values(&:state), decision.values, decision.offers, decision.objections.map(&:message)]
    end
  end
end
