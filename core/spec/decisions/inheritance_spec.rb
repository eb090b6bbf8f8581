# frozen_string_literal: true

# What a record carries from the one it refers to, held against deciding about both apart.
RSpec.describe CobaltLedger::Decisions::Inheritance do
  # Two record types: jobs refer to loans, and cover some of their fields as the loan does.
  def document(seed, carried)
    generator = PolicyGenerator.new(seed)
    loans = CobaltLedger::Formats::UpToDate.policy(generator.policy(self))
    job = { "id" => "job", "name" => "Job", "sections" => [{ "id" => "main", "name" => "Main" }], "fields" => [
      field("loan", "record_reference", refers_to: "loan").merge("inherits" => carried),
      field("copy"), field("figure", "integer"), field("double", "computed", formula: "figure * 2")
    ] }
    hidden = { "id" => "j1", "title" => "Kept", "kind" => "ordinary", "rank" => 1, "record_type" => "job",
               "audience" => { "any" => [{ "role" => "courier" }] },
               "lines" => [{ "fields" => ["copy"], "effects" => [mask("keep_last", count: 2)] }] }
    [generator, loans.merge("record_types" => loans["record_types"] + [job], "rules" => loans["rules"] + [hidden])]
  end

  def engine_of(made) = CobaltLedger::Decisions::Engine.new(newest_policy(made, directory), directory)

  def asked(engine, generator, unit, draws)
    loan = generator.question["stored"]
    record = ->(type, number) { loan if type == "loan" && number == "LN-1" }
    CobaltLedger::Decisions::Question.new(
      principals: directory.principals_of(%w[asha ilka zora].sample(random: draws)), unit: "kiln",
      record_type: engine.policy.record_type("job"), mode: %w[view edit list].sample(random: draws), related: record,
      units: ->(_, number) { unit if number == "LN-1" },
      stored: { "loan" => ["LN-1", "LN-1", "none", nil].sample(random: draws), "copy" => "secret", "figure" => 7 }
    )
  end

  it "covers as much as both do, and no less; a record that may not be opened, or that there is not, covers all",
     :generated do
    covered = 0
    trials("inheritances", 60) do |seed|
      draws = Draws.new(seed)
      carried = { "copy" => %w[contact notes].sample(random: draws), "figure" => %w[count level].sample(random: draws) }
      generator, made = document(seed, carried)
      plain = JSON.parse(JSON.generate(made)).tap { |copy| copy["record_types"][1]["fields"][0].delete("inherits") }
      engines = [made, plain].map { |each| engine_of(each) }
      unit = %w[tidewater kiln].sample(random: draws)
      question = asked(engines[0], generator, unit, draws)
      decision = engines[0].decide(question, reasoning: true)
      alone = engines[1].decide(question.with(record_type: engines[1].policy.record_type("job")))
      carried.each do |own, source|
        expected = [alone[own].state.visibility, over(engines[1], question, source, unit)].max
        expect(decision[own].state.visibility).to eq(expected), "seed #{seed}, #{own}"
        expect(decision.reasoning[own].stages.last.balance).to eq(decision[own].level)
        covered += 1 if expected > alone[own].state.visibility
      end
      expect(decision["double"].state.visibility).to be >= decision["figure"].state.visibility
    end
    expect(covered).to be_positive
  end

  # What the loan has a field covered as, for the same person.
  def over(engine, question, source, unit)
    number = question.stored["loan"] or return 0
    values = question.related.call("loan", number) or return 2
    type = engine.policy.record_type("loan")
    decision = engine.decide(question.with(record_type: type, stored: values, unit: unit, mode: "view", form: nil))
    decision.action("open").allowed? ? decision[source].state.visibility : 2
  end

  it "covers by the record that is stored while another is typed, and refuses what is typed there" do
    reference = field("loan", "record_reference", refers_to: "loan").merge("inherits" => { "copy" => "location" })
    type = { "fields" => [reference, field("copy")] }
    job = { "id" => "job", "name" => "Job", "sections" => [{ "id" => "main", "name" => "Main" }] }.merge(type)
    made = policy_document(rule("location", "show", when: compare("stage", "equal", "out")))
    made["record_types"] << job
    engine = CobaltLedger::Decisions::Engine.new(newest_policy(made, directory), directory)
    loans = { "LN-1" => { "stage" => "signed" }, "LN-2" => { "stage" => "out" } }
    question = CobaltLedger::Decisions::Question.new(
      principals: directory.principals_of("asha"), record_type: engine.policy.record_type("job"), unit: "kiln",
      mode: "edit", stored: { "loan" => "LN-1", "copy" => "secret" }, related: ->(_, number) { loans[number] }
    )
    expect(engine.decide(question)["copy"].level).to eq("hidden")
    expect(engine.decide(question.with(entered: { "loan" => "LN-2" }))["copy"].level).to eq("hidden")
    expect(engine.decide(question.with(stored: { "loan" => "LN-2",
                                                 "copy" => "secret" }))["copy"].level).to eq("editable")
    verdict = CobaltLedger::Decisions::Saving.new(engine).judge(question, { "copy" => "other" })
    expect(verdict.refusals.map(&:words)).to eq(
      ["Copy can't be set: it is hidden (covered as on the record in Loan names)"]
    )
  end
end
