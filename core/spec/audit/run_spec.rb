# frozen_string_literal: true

require_relative "../support/flawed"

# Each kind of finding on the smallest policy that has it, beside one that has it not.
RSpec.describe CobaltLedger::Audit::Run do
  at = Time.utc(2026, 6, 1, 12)

  def audit(*rules, at:, fields: loan_fields, **document)
    made = policy_document(*rules, fields: fields).merge(document.transform_keys(&:to_s))
    newest = CobaltLedger::Formats::UpToDate.policy(made)
    engine = CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(newest, directory), directory)
    described_class.new(engine, newest["rules"], at: at)
  end

  def kinds(*rules, at: Time.utc(2026, 6, 1, 12), **more) = audit(*rules, at: at, **more).findings.map(&:detector).uniq
  def registrars = { "any" => [{ "role" => "registrar" }] }
  def set(value) = { "effect" => "set", "to" => { "value" => value } }

  it "finds nothing where there is nothing to find" do
    expect(kinds(rule("notes", "lock", audience: registrars, when: compare("count", "greater", 4)))).to eq(
      ["self_opening_lock"]
    )
    expect(kinds(rule("contact", "show", audience: registrars))).to eq([])
  end

  it "proves a disagreement only where one person can meet both rules at once" do
    show = rule("contact", "show", audience: registrars)
    expect(kinds(show, rule("contact", "hide", audience: { "any" => [{ "unit" => "trust" }] }))).to include(
      "disagreement"
    )
    expect(kinds(show, rule("contact", "hide", audience: { "any" => [{ "role" => "courier" }] }))).not_to include(
      "disagreement"
    )
    expect(
      kinds(
        rule("contact", "show", reach: { "modes" => ["edit"] }),
        rule("contact", "hide", reach: { "modes" => ["list"] })
      )
    ).not_to include("disagreement")
    apart = [
      rule("contact", "show", when: compare("count", "less", 3)),
      rule("contact", "hide", when: compare("count", "greater", 5))
    ]
    expect(kinds(*apart)).not_to include("disagreement")
  end

  it "says where two rules meet, who wins and why" do
    found =
      audit(
        rule("contact", "show", audience: registrars),
        rule("contact", "hide", when: compare("stage", "equal", "signed")), at: at
      ).findings.find { |each| each.detector == "disagreement" }
    expect(found.overlap).to eq(
      "who" => "Asha Brandt", "where" => "at every unit", "modes" => "in every mode", "when" => "when Stage is Signed"
    )
    expect(found.winner).to eq("2 “Rule 2” wins: strictest wins, and it gives hidden.")
    expect(found.example.to_h).to include(
      "levels" => {
        "contact" => "hidden"
      },
      "question" => include("user" => "asha", "stored" => { "stage" => "signed" })
    )
    expect(found.remedies.map(&:words)).to include("Switch off 1 “Rule 1”")
  end

  Flawed::BY_DETECTOR.each do |kind, made|
    it "finds #{kind.tr('_', ' ')}" do
      rules, more = made.call(self)
      found = audit(*rules, at: at, **more).findings.select { |each| each.detector == kind }
      expect(found.size).to eq(1)
      expect(found.first.words).to end_with(".")
    end
  end

  it "finds a computed field that gives a hidden input away, unless another input is hidden too" do
    giving = [rule("value", "hide"), rule("total", "show")]
    expect(kinds(*giving)).to include("leak")
    expect(kinds(*giving, rule("count", "hide"))).not_to include("leak")
  end

  it "shows what to type to see what is stored, and is silent where that is locked, or goes by what is stored" do
    hiding = ->(**more) { rule("notes", "hide", when: { "not" => compare("stage", "equal", "out") }, **more) }
    found = audit(hiding.call, at: at).findings.find { |each| each.detector == "opened_by_typing" }
    expect(found.words).to match(
      /\ABy entering Out in Stage, \w+ \w+ can see the stored Notes before anything is saved\.\z/
    )
    expect(found.example.question).to include("entered" => { "stage" => "out" }, "stored" => include("notes"))
    expect(found.example.levels).to eq("notes" => "editable")
    expect(kinds(hiding.call, rule("stage", "lock"))).not_to include("opened_by_typing")
    expect(kinds(hiding.call(timing: "on_opening"))).not_to include("opened_by_typing")
  end

  it "tells what the same typing opens as one finding, shown on one record, and what another opens apart" do
    hiding = ->(id, stage) { rule(id, "hide", when: { "not" => compare("stage", "equal", stage) }) }
    rules = [hiding.call("notes", "out"), hiding.call("contact", "out"), hiding.call("count", "signed")]
    told = audit(*rules, at: at).findings.select { |each| each.detector == "opened_by_typing" }
    expect(told.map { |each| each.example.levels.keys.sort }).to contain_exactly(%w[contact notes], %w[count])
    both = told.find { |each| each.fields.include?("notes") }
    expect([both.rules.size, both.words]).to match([2, /the stored \w+ and \w+ before anything is saved\.\z/])
  end

  it "does without people: what is for no one breaks nothing off" do
    rules = [rule("notes", "lock", audience: { "any" => [{ "group" => "empty" }] },
                                   when: { "compare" => "is_filled", "left" => { "through" => "object",
                                                                                 "field" => "maker" } })]
    objects = { "id" => "object", "name" => "Object", "sections" => [{ "id" => "main", "name" => "Main" }],
                "fields" => [field("maker")] }
    loans = record_type_document(loan_fields + [field("object", "record_reference", refers_to: "object")])
    expect(kinds(*rules, record_types: [loans, objects])).to include("nobody")
  end

  it "looks at what a form leaves out where a rule clears another field" do
    clearing = rule("contact", { "effect" => "hide", "clear" => true }, when: compare("notes", "is_blank"))
    asking = rule("notes", "require", when: compare("contact", "is_blank"))
    part = { "id" => "main", "fields" => %w[number contact] }
    type = policy_document["record_types"][0].merge("forms" => [{ "id" => "a", "name" => "A", "sections" => [part] }])
    expect(kinds(clearing, asking, record_types: [type])).to include("required_off_form")
  end

  it "takes a rule whose condition never holds for what its otherwise makes of it" do
    never = { "all" => [compare("count", "greater", 5), compare("count", "less", 3)] }
    run = audit(rule("notes", "lock", when: never, otherwise: [{ "effect" => "hide" }]), at: at)
    found = run.findings.find { |each| each.detector == "no_effect" }
    expect(found.words).to end_with("never holds: its otherwise always applies.")
    mended = found.remedies.first.edits.first["rule"]
    expect(mended).not_to include("when")
    expect(mended["lines"]).to eq([{ "fields" => ["notes"], "effects" => [{ "effect" => "hide" }] }])
  end

  it "tells what a reference tells those to whom the record referred to is closed, and nothing where it is not" do
    objects = { "id" => "object", "name" => "Object", "sections" => [{ "id" => "main", "name" => "Main" }],
                "fields" => [field("hazard", label: "restricted"), field("maker")] }
    loans = record_type_document(loan_fields + [field("object", "record_reference", refers_to: "object")])
    going_by = lambda do |id, audience = { "everyone" => true }|
      rule("notes", "lock", audience: audience,
                            when: { "compare" => "is_filled", "left" => { "through" => "object", "field" => id } })
    end
    seen = rule("hazard", "show", audience: registrars, record_type: "object", rank: 1)
    found = ->(*rules) { kinds(*rules, record_types: [loans, objects]).include?("told_by_reference") }
    expect([going_by.call("hazard"), going_by.call("maker")].map { |each| found.call(each) }).to eq([true, false])
    expect(found.call(going_by.call("hazard", registrars).merge("rank" => 2), seen)).to be(false)
    shut = rule([], "deny", targets: { "actions" => ["open"] }, record_type: "object", rank: 3)
    expect(found.call(going_by.call("maker"), shut)).to be(true)
  end

  it "takes the person by their attributes, where conditions ask for them" do
    cleared = { "compare" => "equal", "left" => { "attribute" => "clearance" }, "right" => { "value" => "high" } }
    expect(kinds(rule("location", "show", when: cleared))).to eq([])
  end

  it "keeps a finding's identity while what it is about stays, and its basis while its rules stay" do
    rules = [rule("notes", "unlock", id: "a"), rule("notes", "lock", id: "b")]
    retitled = [rules[0].merge("title" => "Another"), rules[1]]
    one, other = [rules, retitled].map { |made| audit(*made, at: at) }.map do |run|
      found = run.findings.find { |each| each.detector == "never_wins" }
      [found.identity, found.basis(run.texts)]
    end
    expect(one[0]).to eq(other[0])
    expect(one[1]).not_to eq(other[1])
  end

  it "finds the same in several processes, and knows what each left undecided" do
    unsure = [
      rule("notes", "hide", when: puzzling), rule("notes", "show"), rule("contact", "hide"), rule("contact", "show")
    ]
    others = unsure.map { |each| each.merge("id" => "#{each['id']}-too", "record_type" => "visit") }
    types = %w[loan visit].map { |id| record_type_document(puzzling_fields).merge("id" => id) }
    alone, together = Array.new(2) { audit(*unsure, *others, at: at, record_types: types) }
    found = alone.findings.map(&:to_h)
    expect(together.findings_in_parallel(2).map(&:to_h)).to eq(found)
    expect(found.map { |each| each["record_type"] }.uniq).to match_array(%w[loan visit])
    expect([alone, together].map(&:undecided)).to eq([{ "loan" => ["notes"], "visit" => ["notes"] }] * 2)
  end

  it "tells how far it is, and stops when told so" do
    run = audit(rule("notes", "unlock"), rule("notes", "lock"), at: at)
    steps = []
    found = run.findings { |done, all, _| (steps << [done, all]) && (done == 2 ? :stop : nil) }
    expect(found.size).to be <= run.findings.size
    expect(steps.last).to eq([2, CobaltLedger::Audit::Detector.names.size])
  end
end
