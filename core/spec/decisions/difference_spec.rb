# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::Difference do
  def ask(engine, user, **entered)
    CobaltLedger::Formats::QuestionJson.read(
      {
        "user" => user, "record_type" => "loan", "unit" => "kiln", "mode" => "edit",
        "entered" => entered.transform_keys(&:to_s)
      },
      engine.policy,
      directory
    )
  end

  def lines(engine, before, after)
    described_class
      .new(engine, engine.decide(before), engine.decide(after))
      .lines
      .map { |line| CobaltLedger::Formats::DifferenceJson.write(line) }
  end

  it "tells what a keystroke changed: the field, from, to, and because of which rule" do
    made =
      engine(
        rule("notes", "lock", when: compare("stage", "equal", "signed")),
        rule(
          "location", { "effect" => "set", "to" => { "value" => "store 1" } }, "show",
          when: compare("stage", "equal", "signed")
        )
      )
    found = lines(made, ask(made, "asha"), ask(made, "asha", stage: "signed", count: 2, value: 3))
    expect(
      found.map { |line| [line["name"], line["before"], line["after"], line["because"].map { |rule| rule["number"] }] }
    ).to eq(
      [
        [
          "Stage", { "level" => "editable", "words" => nil }.compact, { "level" => "editable", "words" => "Signed" },
          []
        ],
        ["Count", { "level" => "editable" }, { "level" => "editable", "words" => "2" }, []],
        ["Value", { "level" => "editable" }, { "level" => "editable", "words" => "3.00" }, []],
        ["Total", { "level" => "read_only" }, { "level" => "read_only", "words" => "6.00" }, []],
        ["Location", { "level" => "hidden" }, { "level" => "editable", "words" => "store 1" }, ["2"]],
        ["Notes", { "level" => "editable" }, { "level" => "read_only" }, ["1"]]
      ]
    )
  end

  it "tells two people apart, and says nothing where they meet the same form" do
    made = engine(rule("contact", "show", audience: { "any" => [{ "role" => "registrar" }] }))
    expect(
      lines(made, ask(made, "asha"), ask(made, "ilka")).map do |line|
        [line["field"], line["before"]["level"], line["after"]["level"]]
      end
    ).to eq([%w[contact editable masked]])
    expect(lines(made, ask(made, "ilka"), ask(made, "zora"))).to eq([])
  end
end
