# frozen_string_literal: true

# What can happen without a record, held against trying every record of a small world.
RSpec.describe CobaltLedger::Decisions::Feasibility do
  policies = 25
  world = {
    "stage" => [nil, "a", "b", "c"], "count" => [nil, 0, 1, 2, 3, 5, 6], "level" => [nil, 0, 1, 3, 5, 6],
    "agreed" => [nil, true, false], "contact" => [nil, "Ilse", "mercury", "x", "Ilse mercury", "other"],
    "notes" => [nil, "Ilse", "mercury", "x", "mercury x", "other"]
  }

  it "finds exactly the outcomes that some record gives, for #{policies} generated policies", :generated do
    trials("outcomes", policies) do |seed|
      document = PolicyGenerator.new(seed).policy(self)
      engine =
        CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      %w[asha ilka].each { |user| expect_complete(engine, user, world, seed) }
    end
  end

  it "counts a lock by hand where what is written hangs on it" do
    documents = [0, 9].map { |number| PolicyGenerator.new(172_887 + number).policy(self) }
    documents.each_with_index do |document, index|
      engine = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      expect_complete(engine, "asha", world, index)
    end
  end

  def expect_complete(engine, user, world, seed)
    question =
      CobaltLedger::Decisions::Question.new(
        principals: directory.principals_of(user), record_type: engine.policy.record_type("loan"), unit: "kiln",
        mode: "edit"
      )
    plan = engine.plan_for(question)
    question.record_type.fields.each do |field|
      read = plan.slot_of(field.id).tests.flat_map { |index| plan.conditions[index].fields }.uniq & world.keys
      outcomes, complete = engine.feasible(question).of(field.id)
      levels = outcomes.map { |outcome| outcome.decision.level }
      tried =
        every(world.slice(*read)).map { |values| engine.decide(question.with(stored: values))[field.id].level }.uniq
      expect(tried - levels).to(
        eq(complete ? [] : tried - levels), "seed #{seed}, #{user}, #{field.id}: #{tried - levels} was missed"
      )
      outcomes.each { |outcome| replay(engine, question, field, outcome, seed) }
    end
  end

  # Every outcome comes with a record that gives it, and its telling part gives it too.
  def replay(engine, question, field, outcome, seed)
    told = engine.feasible(question).telling_example(field.id, outcome)
    [outcome.example, told].each do |example|
      replayed = CobaltLedger::Decisions::ExampleQuestion.new(question, example).question
      expect(engine.decide(replayed)[field.id].level).to(
        eq(outcome.decision.level), "seed #{seed}, #{field.id}: #{example} does not show #{outcome.decision.level}"
      )
    end
  end

  def every(domains)
    return [{}] if domains.empty?

    first, *others = domains.values
    first.product(*others).map { |values| domains.keys.zip(values).to_h }
  end
end
