# frozen_string_literal: true

require_relative "../support/policy_generator"

RSpec.describe CobaltLedger::Decisions::AccessMap do
  def map(
    engine, columns: [directory.bare(:role, "registrar"), directory.bare(:role, "courier")], stored: nil, mode: "edit"
  )
    described_class.new(engine, asked(engine, mode: mode, stored: stored || {}), columns, any_record: stored.nil?)
  end

  def asked(engine, who = directory.bare(:role, "courier"), **more)
    CobaltLedger::Decisions::Question.new(
      principals: who, record_type: engine.policy.record_type("loan"), unit: "tidewater", mode: "edit", **more
    )
  end

  let(:depending) do
    engine(
      rule("notes", "lock", when: { "all" => [compare("stage", "equal", "signed"), compare("count", "greater", 4)] }),
      rule("contact", "show", audience: { "any" => [{ "role" => "registrar" }] })
    )
  end

  it "decides each column as somebody who is that and nothing else" do
    expect(map(depending).rows["contact"].map(&:levels)).to eq([["editable"], ["masked"]])
  end

  it "gives every outcome that can happen, each with a record that shows it" do
    outcomes, complete = depending.feasible(asked(depending)).of("notes")
    expect(complete).to be(true)
    expect(outcomes.map { |outcome| outcome.decision.level }).to eq(%w[read_only editable])
    outcomes.each do |outcome|
      replayed = CobaltLedger::Decisions::ExampleQuestion.new(asked(depending), outcome.example).question
      expect(depending.decide(replayed)["notes"].level).to eq(outcome.decision.level)
    end
  end

  # Policies that ask from where someone comes, which is not known: what can't be decided is an outcome too.
  it "has an example of every level, whatever is not known of where somebody comes from", :generated do
    unknown = 0
    trials("examples of levels", 60, enough: -> { unknown > 20 }) do |seed|
      generator = PolicyGenerator.new(seed, circumstances: true)
      document = CobaltLedger::Formats::UpToDate.policy(generator.policy(self))
      made = CobaltLedger::Decisions::Engine.new(
        CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true), directory
      )
      told = generator.question.slice("user", "record_type", "unit", "mode", "channel")
      question = CobaltLedger::Formats::QuestionJson.read(told, made.policy, directory)
      feasible = made.feasible(question)
      question.record_type.fields.each do |field|
        feasible.of(field.id).first.each do |outcome|
          example = feasible.telling_example(field.id, outcome)
          unknown += 1 if example.values.grep(CobaltLedger::Conditions::Unreadable).any?
          replayed = CobaltLedger::Decisions::ExampleQuestion.new(question, example).question
          expect([seed, field.id, made.decide(replayed)[field.id].level]).to eq(
            [seed, field.id, outcome.decision.level]
          )
        end
      end
    end
  end

  it "tells of an example only what makes the difference" do
    both =
      engine(
        rule("notes", "lock", when: compare("stage", "equal", "signed")),
        rule("notes", "require", when: compare("total", "at_least", 100))
      )
    possible = both.feasible(asked(both))
    told =
      possible.of("notes").first.to_h { |outcome| [outcome.decision.level, possible.telling_example("notes", outcome)] }
    expect(told["read_only"]).to eq([:entered, "stage"] => "signed")
    expect(told["required"].keys.map(&:last)).to contain_exactly("stage", "count", "value")
    expect(told["required"][[:entered, "count"]] * told["required"][[:entered, "value"]]).to be >= 100
  end

  it "invents no outcome from conditions that can’t be true together" do
    clashing =
      engine(rule("notes", "hide", when: { "all" => [compare("count", "greater", 5), compare("count", "less", 3)] }))
    expect(map(clashing).rows["notes"].first.levels).to eq(["editable"])
  end

  it "finds outcomes that hang on computed fields and on fields against fields" do
    computed = engine(rule("notes", "require", when: compare("total", "at_least", 50_000)))
    expect(map(computed).rows["notes"].first.levels).to eq(%w[editable required])
    against =
      engine(
        rule(
          "notes",
          "lock",
          when: {
            "compare" => "greater",
            "left" => {
              "field" => "value"
            },
            "right" => {
              "field" => "total"
            }
          }
        )
      )
    expect(map(against).rows["notes"].first.levels).to eq(%w[read_only editable])
  end

  it "decides by solving what is too much to try" do
    stages =
      (1..8).map do |number|
        field("c#{number}", "choice", options: (1..4).map { |id| { "id" => "o#{id}", "name" => "O#{id}" } })
      end
    both = (1..8).map { |number| compare("c#{number}", "equal", "o4") }
    wide = engine(rule("notes", "lock", when: { "all" => both }), fields: loan_fields + stages)
    cell = map(wide).rows["notes"].first
    expect([cell.levels, cell.complete]).to eq([%w[read_only editable], true])
  end

  it "says so where it can't be decided" do
    cell = map(engine(rule("notes", "lock", when: puzzling), fields: puzzling_fields)).rows["notes"].first
    expect([cell.levels, cell.complete]).to eq([["editable"], false])
  end

  it "says when a field has each level, as simply as can be" do
    both =
      engine(
        rule("notes", "lock", when: compare("stage", "equal", "signed")),
        rule(
          "notes",
          "require",
          when: {
            "all" => [compare("stage", "equal", "signed"), compare("count", "greater", 4)]
          }
        ),
        rule("contact", "show", when: compare("count", "greater", 4))
      )
    possible = both.feasible(asked(both))
    expect(%w[read_only editable].map { |level| possible.condition("notes", level, directory) }).to eq(
      ["Stage is Signed", "Stage isn't Signed (or is blank)"]
    )
    expect(possible.condition("contact", "editable", directory)).to eq("Count is more than 4")
    expect(possible.condition("location", "hidden", directory)).to be_nil
  end

  it "decides exactly where a record is given" do
    expect(map(depending, stored: { "stage" => "signed", "count" => 9 }).rows["notes"].map(&:levels)).to eq(
      [["read_only"], ["read_only"]]
    )
  end

  it "writes CSV with quotes where needed, and defuses what a spreadsheet would run" do
    named =
      engine(fields: loan_fields.map { |each| each["id"] == "notes" ? each.merge("name" => "=Notes, \"all\"") : each })
    csv = CobaltLedger::Formats::Maps::Csv.write(map(named))
    expect(csv.lines.first).to eq("Section,Field,Registrar,Courier\r\n")
    expect(csv).to include("Main,\"'=Notes, \"\"all\"\"\",Editable,Editable\r\n")
    expect(CSV.parse(csv).map(&:size).uniq).to eq([4])
  end
end
