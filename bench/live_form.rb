# frozen_string_literal: true

require "objspace"

# The live form: a keystroke in rehearsal as it is answered over HTTP and in the browser, conditions, chains of computed
# fields, the search for an order of changes, and what a compiled policy weighs.
module LiveFormBench
  module_function

  def run(report)
    trust = LargeTrust.new(rules: 500)
    document = trust.policy
    directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
    conditions(report, document, directory)
    chain(report, directory)
    order(report, directory)
    weight(report, document, directory)
    Keystrokes.run(report, trust, document)
  end

  # One condition of ten comparisons, compiled; none of them settles it early.
  def conditions(report, document, directory)
    type = CobaltLedger::Formats::PolicyJson.build(document, directory).record_type("type-0")
    parts =
      (1..10).map do |number|
        { "compare" => "at_least", "left" => { "field" => "f#{(number * 6) - 5}" }, "right" => { "value" => 0 } }
      end
    faults = CobaltLedger::FaultList.new
    test =
      CobaltLedger::Conditions::Parser.new(CobaltLedger::Conditions::Scope.of(type), faults).parse(
        { "all" => parts }, "/when"
      )
    faults.raise_if_any!
    compiled = test.compile
    facts = CobaltLedger::Conditions::Facts.new(entered: (1..60).to_h { |number| ["f#{number}", 5r] })
    raise "the condition must be looked at to its end" unless compiled.call(facts)

    report.time("one condition of 10 comparisons, compiled (target: under 10 µs)") { compiled.call(facts) }
  end

  def chain(report, directory)
    fields =
      [{ "id" => "n", "kind" => "integer" }] +
      (1..1000).map do |number|
        { "id" => "c#{number}", "kind" => "computed", "formula" => number == 1 ? "n + 1" : "c#{number - 1} + 1" }
      end
    engine = engine_of(fields, [], directory)
    question = question_of(engine, { "n" => 1 })
    raise "the chain must come to its end" unless engine.decide(question).values["c1000"] == 1001

    report.time("1,000 computed fields in a chain (target: under 50 ms)") do
      engine.decide(question.with(stored: { "n" => rand(1000) }))
    end
  end

  # Forty changes, each of which locks the one before: only one order is allowed.
  def order(report, directory)
    fields = (1..40).map { |number| { "id" => "f#{number}", "kind" => "text" } }
    rules =
      (2..40).map do |number|
        {
          "id" => "r#{number}",
          "title" => "R",
          "kind" => "ordinary",
          "rank" => number,
          "record_type" => "chain",
          "targets" => {
            "fields" => ["f#{number - 1}"]
          },
          "audience" => {
            "everyone" => true
          },
          "when" => {
            "compare" => "equal",
            "left" => {
              "field" => "f#{number}"
            },
            "right" => {
              "value" => "new"
            }
          },
          "effects" => [{ "effect" => "lock" }]
        }
      end
    engine = engine_of(fields, rules, directory)
    question = question_of(engine, {})
    changes = (1..40).to_h { |number| ["f#{number}", "new"] }
    raise "an order must be found" unless CobaltLedger::Decisions::Saving.new(engine).judge(question, changes).accepted

    report.time("the order of 40 changes of which only one is allowed") do
      CobaltLedger::Decisions::Saving.new(engine).judge(question, changes)
    end
  end

  def engine_of(fields, rules, directory)
    fields = fields.map { |field| { "name" => field["id"], "section" => "all", "label" => "open" }.merge(field) }
    type = {
      "id" => "chain", "name" => "Chain", "sections" => [{ "id" => "all", "name" => "All" }], "fields" => fields
    }
    document = CobaltLedger::Formats::PolicyJson.empty("Chain").merge("record_types" => [type], "rules" => rules)
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document), directory)
  end

  def question_of(engine, stored)
    CobaltLedger::Decisions::Question.new(
      principals: engine.directory.bare(:everyone), record_type: engine.policy.record_type("chain"), unit: "one",
      mode: "edit", stored: stored
    )
  end

  # What one compiled policy and the plans of forty roles add to the process, measured in a child of its own.
  def weight(report, document, directory)
    reader, writer = IO.pipe
    pid =
      fork do
        before = held
        policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
        engine = CobaltLedger::Decisions::Engine.new(policy, directory)
        LargeTrust::ROLES.each do |role|
          engine.plan(policy.record_type("type-0"), directory.bare(:role, role), "one", "edit", "form")
        end
        writer.write((held - before).to_s)
        exit!(0)
      end
    writer.close
    grown = reader.read.to_i
    Process.wait(pid)
    report.figure(
      "memory of a compiled policy of 500 rules with the plans of 40 roles (target: under 20 MB)",
      format("%.1f MB", grown / 1024.0 / 1024)
    )
  end

  # Bytes that live objects hold.
  def held
    GC.start
    ObjectSpace.memsize_of_all
  end
end
