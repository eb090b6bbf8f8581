# frozen_string_literal: true

# One decision for a form of 60 fields under 500 rules, beside the same rules written by hand.
module DecisionsBench
  module_function

  def run(report)
    trust = LargeTrust.new(rules: 500)
    document = trust.policy
    directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
    policy = CobaltLedger::Formats::PolicyJson.build(document, directory)
    engine = CobaltLedger::Decisions::Engine.new(policy, directory)
    record = trust.record
    unit = directory.find(:user, "user-7").units.first
    asked = { "user" => "user-7", "record_type" => "type-0", "unit" => unit, "mode" => "edit", "stored" => record }
    question = CobaltLedger::Formats::QuestionJson.read(asked, policy, directory)
    hand = Module.new { class_eval(HandWritten.source(document)) }
    roles = directory.find(:user, "user-7").roles
    check(engine, question, hand, roles, record)

    decide(report, engine, question) { hand.decide(roles, "edit", record) }
    report.time("the first decision for a person (plan not built yet)") do
      CobaltLedger::Decisions::Engine.new(policy, directory).decide(question)
    end
    map(report, engine, policy, directory)
    report.time("reading and compiling the policy document") do
      CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
    end
  end

  # The block decides by hand.
  def decide(report, engine, question, &by_hand)
    hand = report.time("the same rules as hand-written Ruby conditionals", &by_hand)
    decided = report.time("a decision, 60 fields, 500 rules, without reasoning") { engine.decide(question) }
    report.time("the same with another record each time") do
      engine.decide(question.with(stored: question.stored.merge("f1" => rand(1000), "f9" => "abcd"[rand(4)])))
    end
    report.time("a decision with the reasoning of all 60 fields, as it is sent") { reasoned(engine, question) }
    against = format("%.2f times (target: at most 5)", decided / hand)
    report.figure("a decision against hand-written conditionals", against)
  end

  def reasoned(engine, question)
    CobaltLedger::Formats::DecisionJson.write(engine.decide(question, reasoning: true), engine)
  end

  # The yardstick must measure the same thing.
  def check(engine, question, hand, roles, record)
    expected = hand.decide(roles, "edit", record)
    engine.decide(question).fields.each do |id, field|
      got = [field.state.visibility, field.state.entry, field.state.presence]
      raise "hand-written rules differ on #{id}: #{expected[id]} against #{got}" unless expected[id] == got
    end
  end

  def map(report, engine, policy, directory)
    question =
      CobaltLedger::Decisions::Question.new(
        principals: directory.bare(:everyone), record_type: policy.record_type("type-0"), unit: "one", mode: "edit"
      )
    columns = LargeTrust::ROLES.first(30).map { |role| directory.bare(:role, role) }
    report.time("a map of 60 fields and 30 audiences, from nothing") do
      fresh = CobaltLedger::Decisions::Engine.new(policy, directory)
      CobaltLedger::Decisions::AccessMap.new(fresh, question, columns).rows
    end
    report.time("the same map again") do
      CobaltLedger::Decisions::AccessMap.new(engine, question, columns).rows
    end
  end
end
