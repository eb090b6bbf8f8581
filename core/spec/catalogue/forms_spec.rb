# frozen_string_literal: true

# Forms for audiences and the path of stages, as a policy document gives them.
RSpec.describe CobaltLedger::Formats::FormsReader do
  def made(**more)
    document = policy_document
    document["record_types"][0].merge!(more.transform_keys(&:to_s))
    CobaltLedger::Formats::PolicyJson.build(document, directory)
  end

  def form(id, *fields, **more)
    { "id" => id, "name" => id.capitalize, "sections" => [{ "id" => "main", "fields" => fields }] }.merge(
      more.transform_keys(&:to_s)
    )
  end

  let(:short) { form("short", "stage", "notes", audience: { "any" => [{ "role" => "courier" }] }) }
  let(:full) { form("full", "number", "stage", "count", "notes") }

  it "gives each person the first form that is theirs, and the fallback to all others" do
    type = made(forms: [short, full]).record_type("loan")
    given = ->(user, mode = "edit") { type.form_for(directory.principals_of(user), mode).id }
    expect([given.call("ilka"), given.call("asha")]).to eq(%w[short full])
    listed = made(forms: [full, short.merge("modes" => ["view"])]).record_type("loan")
    expect(%w[view edit].map { |mode| listed.form_for(directory.principals_of("ilka"), mode).id }).to eq(%w[short full])
  end

  it "keeps the order, the columns and the headings that are given" do
    sections = [
      { "id" => "other", "name" => "At a glance", "columns" => 2, "fields" => %w[notes stage] },
      { "id" => "main", "fields" => ["count"] }
    ]
    parts = made(forms: [full.merge("sections" => sections)]).record_type("loan").forms.first.parts
    expect(parts.map { |part| [part.name, part.columns, part.fields.map(&:id)] }).to eq(
      [["At a glance", 2, %w[notes stage]], ["Main", 1, ["count"]]]
    )
  end

  it "lays everything out where there are no forms" do
    type = made.record_type("loan")
    expect(
      type.layout(type.form_for(directory.principals_of("asha"), "edit")).flat_map { |part| part.fields.map(&:id) }
    ).to eq(loan_fields.map { |each| each["id"] })
  end

  it "decides a field alike wherever it stands, and reaches by form where a rule says so" do
    document = policy_document(rule("notes", "lock", reach: { "forms" => ["short"] }))
    document["record_types"][0]["forms"] = [short, full]
    engine =
      CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
    expect(%w[ilka asha].map { |user| level(engine, "notes", user: user) }).to eq(%w[read_only editable])
    standing =
      engine.decide(question(engine, user: "asha"), reasoning: ["notes"]).reasoning["notes"].rules.lines[0].standing
    expect([standing.part, standing.because]).to eq([:form, "applies only on Short"])
  end

  {
    "no fallback" => [
      ->(spec) { { forms: [spec.short] } },
      "/record_types/0/forms: one form must be the fallback for everyone in every mode: leave out its audience and " \
      "modes"
    ],
    "two fallbacks" => [
      ->(spec) { { forms: [spec.full, spec.full.merge("id" => "other")] } },
      "/record_types/0/forms: only one form can be the fallback"
    ],
    "an identifier given twice" => [
      ->(spec) { { forms: [spec.short.merge("id" => "full"), spec.full] } },
      "/record_types/0/forms/1/id: the identifier “full” is used twice"
    ],
    "a field that is not there" => [
      ->(spec) { { forms: [spec.form("full", "nothing")] } },
      "/record_types/0/forms/0/sections/0/fields/0: there is no field “nothing”"
    ],
    "a field that stands twice" => [
      lambda do |spec|
        {
          forms: [
            spec.full.merge(
              "sections" => [{ "id" => "main", "fields" => ["stage"] }, { "id" => "other", "fields" => ["stage"] }]
            )
          ]
        }
      end,
      "/record_types/0/forms/0/sections/1/fields/0: appears twice on this form"
    ],
    "people that are not there" => [
      ->(spec) { { forms: [spec.short.merge("audience" => { "any" => [{ "role" => "ghost" }] }), spec.full] } },
      "/record_types/0/forms/0/audience/any/0: there is no role “ghost” in the directory"
    ],
    "a path on a field that is no choice" => [
      ->(_) { { path: { "field" => "count", "stages" => { "a" => [] } } } },
      "/record_types/0/path/field: must be a choice field of this record type"
    ],
    "a stage that is no option" => [
      ->(_) { { path: { "field" => "stage", "stages" => { "gone" => [] } } } },
      "/record_types/0/path/stages/gone: Stage has no option “gone”"
    ]
  }.each do |what, (given, words)|
    it "refuses #{what} and names the place" do
      expect(faults { made(**given.call(self)) }).to eq([words])
    end
  end

  it "puts the stages of a path in the order of the options" do
    path =
      made(path: { "field" => "stage", "stages" => { "out" => ["count"], "enquiry" => ["notes"] } }).record_type(
        "loan"
      ).path
    expect(path.stages.transform_values { |fields| fields.map(&:id) }).to eq("enquiry" => ["notes"], "out" => ["count"])
  end
end
