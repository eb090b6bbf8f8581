# frozen_string_literal: true

require "open3"
require_relative "support/flawed"

# The questions that claims are about, and that each claim is about all of them.
RSpec.describe CobaltLedger::Space do
  def loans(*rules, **more) = engine(*rules, **more)

  def compared(before, after) = CobaltLedger::Changes::Comparison.new(before, after)

  # Findings about a rule.
  def found(rules, *detectors, id: nil, fields: nil)
    document = policy_document(*rules, **(fields ? { fields: fields } : {}))
    built = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
    run = CobaltLedger::Audit::Run.new(built, CobaltLedger::Formats::UpToDate.policy(document)["rules"],
                                       at: Time.utc(2026, 6, 1, 12), detectors: detectors)
    all = run.findings
    [id ? all.select { |each| each.rules.include?(id) } : all, run]
  end

  def words(...) = found(...)[0].map(&:words)

  it "has everyone, someone who is in nothing, and every unit, those with units below them too" do
    expect(described_class.people(directory).map(&:id)).to eq(["asha", "ilka", "zora", "*"])
    expect(described_class.units(directory)).to contain_exactly("trust", "tidewater", "kiln")
    expect(described_class.people(CobaltLedger::Directory::Directory.empty).map(&:id)).to eq(["*"])
    expect(described_class.units(CobaltLedger::Directory::Directory.empty)).to eq(["none"])
  end

  it "reaches a unit with units below it: differences, maps and claims" do
    everywhere = rule("notes", "hide", kind: "guardrail")
    houses = rule("notes", "hide", kind: "guardrail", reach: { "units" => %w[tidewater kiln] })
    lines = compared(loans(everywhere), loans(houses)).lines
    expect(lines.map(&:units).uniq).to eq([["trust"]])
    claim = { "id" => "e", "title" => "Never", "never" => { "may" => "see", "fields" => ["notes"],
                                                            "record_types" => ["loan"],
                                                            "audience" => { "everyone" => true } } }
    verdict = CobaltLedger::Expectations::Checker.new(loans(houses), at: Time.utc(2026)).check(claim)
    expect([verdict.status, verdict.example["unit"]]).to eq(%w[fails trust])
  end

  it "reaches someone who is in no role: what is shown to them is told, though nobody in the directory is it" do
    others = { "everyone" => true, "except" => [{ "unit" => "trust" }, { "user" => "zora" }] }
    lines = compared(loans, loans(rule("location", "show", audience: others))).lines
    expect(lines.map(&:people).uniq).to eq([["*"]])
    expect(CobaltLedger::Changes::Wording.new([policy], directory).who(["*"])).to eq(
      "someone with no role, group or department"
    )
    expect(loans.decide(question(loans, user: "*"))["location"].level).to eq("hidden")
  end

  describe "where the place isn't those named" do
    let(:places) { { places: [{ "id" => "lab", "name" => "Lab" }] } }
    let(:away) do
      rule("notes", "hide", kind: "guardrail", when: {
             "not" => { "compare" => "equal", "left" => { "place" => true }, "right" => { "value" => "lab" } }
           })
    end

    def at_places(*rules) = CobaltLedger::Decisions::Engine.new(built(rules), directory)

    def built(rules)
      document = policy_document(*rules).merge("places" => [{ "id" => "lab", "name" => "Lab" }])
      newest_policy(document, directory)
    end

    it "takes a guardrail for what it is: no finding, and a difference where it goes" do
      expect(at_places(away).decide(question(at_places(away)))["notes"].level).to eq("hidden")
      lines = compared(at_places(away), at_places).lines
      expect(lines.map { |line| [line.field, line.example.place] }.uniq).to eq([["notes", nil]])
      document = policy_document(away).merge("places" => [{ "id" => "lab", "name" => "Lab" }])
      run = CobaltLedger::Audit::Run.new(at_places(away), CobaltLedger::Formats::UpToDate.policy(document)["rules"],
                                         at: Time.utc(2026), detectors: %w[no_effect never_wins])
      expect(run.findings).to eq([])
    end
  end

  it "has every mode of a rule: never and always are said of all of them" do
    stored = { "compare" => "equal", "left" => { "stored" => "stage" }, "right" => { "value" => "signed" } }
    both = rule("notes", "hide", when: stored, reach: { "modes" => %w[create edit] })
    expect(words([both], "no_effect", "never_wins")).to eq([])
    create = rule("notes", "hide", when: stored, reach: { "modes" => %w[create] })
    expect(words([create], "no_effect").join).to include("never applies")
    blank = { "compare" => "is_blank", "left" => { "stored" => "stage" } }
    expect(words([rule("notes", "hide", when: blank, reach: { "modes" => %w[create edit] })], "no_effect")).to eq([])
  end

  it "tells two rules that set one field only where they meet" do
    set = ->(value, **more) { rule("notes", { "effect" => "set", "to" => { "value" => value } }, **more) }
    apart = [
      [{ reach: { "modes" => ["create"] } }, { reach: { "modes" => ["edit"] } }],
      [{ reach: { "units" => ["kiln"] } }, { reach: { "units" => ["tidewater"] } }],
      [{ reach: { "channels" => ["import"] } }, { reach: { "channels" => ["form"] } }],
      [{ window: { "until" => "2026-12-31" } }, { window: { "from" => "2027-01-01" } }]
    ]
    apart.each do |one, other|
      expect(words([set.call("a", **one), set.call("b", **other)], "does_not_settle")).to eq([])
    end
    expect(words([set.call("a", **apart[0][0]), set.call("b", reach: { "modes" => %w[create view] })],
                 "does_not_settle").join).to include("different values at once")
  end

  it "finds rings of rules in one unit, through one channel, and beside other rings" do
    ring = lambda do |one, other, **more|
      [rule(one, { "effect" => "set", "to" => { "value" => "a" } }, when: compare(other, "equal", "b"), **more),
       rule(other, { "effect" => "set", "to" => { "value" => "c" } }, when: compare(one, "equal", "a"), **more)]
    end
    texts = loan_fields + [field("left"), field("right")]
    [{ reach: { "units" => ["kiln"] } }, { reach: { "channels" => ["import"] } }].each do |more|
      expect(words(ring.call("notes", "contact", **more), "does_not_settle").join).to include("without end")
    end
    beside = ring.call("notes", "contact") + ring.call("left", "right")
    expect(words(beside, "does_not_settle", fields: texts).size).to eq(2)
  end

  it "finds what is open in one unit, mode, channel or state of the record, and says where" do
    [
      [{ reach: { "units" => ["kiln"] } }, "Kiln"], [{ reach: { "modes" => %w[view list] } }, "viewing"],
      [{ reach: { "channels" => ["interface"] } }, "a program"],
      [{ when: { "compare" => "is_filled", "left" => { "field" => "stage" } } }, "on some records"]
    ].each do |more, where|
      expect(words([rule("location", "show", **more)],
                   "wide_open").join).to include("no role, group or department is needed")
        .and(include(where))
    end
    shut = rule("location", "hide", kind: "guardrail")
    expect(words([rule("location", "show"), shut], "wide_open")).to eq([])
  end

  it "finds duties that are not separated only on some records" do
    document = policy_document(rule("count", "lock",
                                    when: { "compare" => "is_blank", "left" => { "field" => "stage" } }))
    document["separations"] = [{ "record_type" => "loan", "fields" => %w[count notes], "title" => "apart" }]
    built = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
    run = CobaltLedger::Audit::Run.new(built, CobaltLedger::Formats::UpToDate.policy(document)["rules"],
                                       at: Time.utc(2026), detectors: ["duties_not_separated"])
    expect(run.findings.map(&:words).join).to match(/can edit both .* on some records/)
  end

  it "finds a dead end that an otherwise makes, and a required field that is hidden from everyone on some records" do
    filled = ->(id) { { "compare" => "is_filled", "left" => { "field" => id } } }
    both = rule(%w[notes contact], "show", when: { "all" => [filled.call("notes"), filled.call("contact")] },
                                           otherwise: [{ "effect" => "hide" }])
    expect(words([both], "dead_end").join).to include("locks", "while it is blank")
    signed = compare("stage", "equal", "signed")
    asked = [rule("notes", "require"), rule("notes", "hide", when: signed)]
    expect(words(asked, "required_out_of_reach").join).to include("Notes is required")
  end

  it "audits a policy of which nobody is meant, and a directory without people" do
    empty = CobaltLedger::Directory::Directory.empty
    document = policy_document.merge("baselines" => [])
    built = CobaltLedger::Decisions::Engine.new(newest_policy(document, empty), empty)
    run = CobaltLedger::Audit::Run.new(built, [], at: Time.utc(2026))
    expect { run.findings }.not_to raise_error
    expect(compared(built, built).lines).to eq([])
  end

  it "follows people who move where a rule asks, on opening, what they are" do
    asks = [{ "role" => "registrar" }, { "group" => "custodians" }, { "department" => "collections" }]
    asks.each do |member|
      is = { "compare" => "member_of", "left" => { "user" => true }, "right" => { "members" => [member] } }
      kind, id = member.first
      before = directory_document
      user = before["users"].find { |each| each["id"] == "zora" }
      user.merge!(kind == "department" ? { "department" => id } : { "#{kind}s" => [id] })
      after = JSON.parse(JSON.generate(before))
      after["users"].find { |each| each["id"] == "zora" }.tap do |each|
        %w[roles groups department].each do |name|
          each.delete(name)
        end
      end
      engines = [before, after].map do |each|
        people = CobaltLedger::Formats::DirectoryJson.build(each)
        document = policy_document(rule("notes", "hide", when: is, timing: "on_opening"))
        CobaltLedger::Decisions::Engine.new(newest_policy(document, people), people)
      end
      expect(compared(*engines).lines.map(&:people).uniq).to eq([["zora"]])
    end
  end

  it "tells of a record type that only one side knows what each person gets, once, and leaves nothing undecided" do
    without = policy_document.merge("record_types" => [])
    engines = [without, policy_document].map do |document|
      CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
    end
    there = compared(*engines)
    expect([there.undecided, there.lines.map(&:before).uniq]).to eq([[], [nil]])
    asked = there.lines.group_by { |line| [line.field, line.mode] }
    described = loan_fields.map { |each| each["id"] }.product(%w[create edit view list])
    expect(asked.keys).to include(*described)
    asked.slice(*described).each_value do |lines|
      expect(lines.flat_map(&:people).uniq).to match_array(described_class.people(directory).map(&:id))
    end
    expect(compared(*engines.reverse).lines.map(&:after).uniq).to eq([nil])
  end

  it "closes what hangs on a computed field whose input can't be read" do
    guard = rule("notes", "hide", kind: "guardrail", when: compare("total", "greater", 3))
    fields = loan_fields.reject { |each| each["id"] == "total" } + [field("total", "computed", formula: "count * 2")]
    made = loans(guard, fields: fields)
    levels = [{ count: "many" }, { count: 9 }, { count: 1 }, {}].map { |values| level(made, "notes", **values) }
    expect(levels).to eq(%w[hidden hidden editable editable])
  end

  it "is the one that every claim takes up: another channel, and a time that is not known" do
    script = File.expand_path("fixtures/wider_space.rb", __dir__)
    # They speak of the form, or of the channel that a program is declared for.
    not_of_channels = %w[required_off_form dead_end leak opened_by_typing blocked_writer]
    output, status = Open3.capture2("ruby", "-I", File.expand_path("../lib", __dir__), script)
    expect(status).to be_success
    expect(JSON.parse(output)).to include(
      "difference" => { "location" => ["tube"], "notes" => ["tube"] }, "expectation" => "tube",
      "detectors" => Flawed::BY_DETECTOR.keys - not_of_channels,
      "findings" => { "wide_open" => ["tube"], "disagreement" => ["tube"] }, "stored" => include("notes"),
      "map" => [["hidden"]], "circumstance" => ["notes"]
    )
  end
end
