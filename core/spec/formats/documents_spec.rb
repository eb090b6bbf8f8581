# frozen_string_literal: true

RSpec.describe "Policy and directory documents" do
  let(:base) { policy_document(rule("notes", "lock", audience: { "any" => [{ "role" => "registrar" }] })) }

  def refusals(document) = faults { CobaltLedger::Formats::PolicyJson.build(document, directory) }
  def with_rule(**change) = base.merge("rules" => [base["rules"][0].merge(change.transform_keys(&:to_s))])

  def with_field(**change)
    base.merge(
      "record_types" => [
        record_type_document(
          loan_fields.map { |each| each["id"] == "notes" ? each.merge(change.transform_keys(&:to_s)) : each }
        )
      ]
    )
  end

  it "reads what is sound" do
    expect(refusals(base)).to be_empty
  end

  it "refuses unknown members, wrong kinds and other versions, each with its place" do
    expect(refusals(base.merge("colour" => "red"))).to eq(["/colour: is not an allowed member"])
    expect(refusals(base.merge("version" => 3))).to eq(["/version: must be one of 1, 2"])
    expect(refusals(with_rule(rank: "first"))).to eq(["/rules/0/rank: must be an integer"])
    expect(refusals(base.except("labels"))).to eq(["lacks “labels”"])
    expect(refusals(with_rule(audience: {}))).not_to be_empty
  end

  it "never takes a blank audience for everyone" do
    expect(refusals(with_rule(audience: { "any" => [] }))).to eq(["/rules/0/audience/any: must not be empty"])
  end

  it "lists every dangling reference at once" do
    broken =
      with_rule(
        targets: {
          "fields" => ["nothing"], "sections" => ["nowhere"]
        },
        audience: {
          "any" => [{ "role" => "ghost" }], "except" => [{ "user" => "spook" }]
        },
        reach: {
          "units" => ["moon"]
        },
        owner: "spook"
      )
    expect(refusals(broken)).to contain_exactly(
      "/rules/0/targets/fields/0: Outgoing loan has no field “nothing”",
      "/rules/0/targets/sections/0: Outgoing loan has no section “nowhere”",
      "/rules/0/audience/any/0/role: there is no role “ghost” in the directory",
      "/rules/0/audience/except/0/user: there is no user “spook” in the directory",
      "/rules/0/reach/units/0: there is no unit “moon” in the directory",
      "/rules/0/owner: there is no user “spook” in the directory"
    )
  end

  it "refuses rules that share a rank or an identifier, or say two things of one facet" do
    twice = base.merge("rules" => [base["rules"][0], base["rules"][0]])
    expect(refusals(twice)).to contain_exactly(
      "/rules/1/id: the identifier “r1” is used twice", "/rules/1/rank: rank 1 is already given to “Rule 1”"
    )
    expect(refusals(with_rule(effects: [{ "effect" => "show" }, { "effect" => "hide" }]))).to eq(
      ["/rules/0/effects/1: another effect of this rule already decides the visibility"]
    )
  end

  it "refuses masks that do not suit the field, and days that do not exist" do
    expect(refusals(with_rule(effects: [mask("band", width: 10)])).first).to start_with(
      "/rules/0/effects/0/mask: the mask “band” does not suit Notes"
    )
    expect(refusals(with_rule(review_by: "2026-02-30"))).to eq(["/rules/0/review_by: is a day that does not exist"])
  end

  it "refuses formulas that do not parse, name nothing, or name each other in a ring" do
    expect(refusals(with_field(kind: "computed", formula: "count *")).first).to include("the formula does not parse")
    expect(refusals(with_field(kind: "computed", formula: "count * nothing")).first).to include(
      "names no field of this record type: nothing"
    )
    expect(refusals(with_field(kind: "computed", formula: "contact + 1")).first).to include(
      "can only use numbers; contact is none"
    )
    ring =
      base.merge(
        "record_types" => [
          record_type_document([field("a", "computed", formula: "b + 1"), field("b", "computed", formula: "a + 1")])
        ],
        "rules" => []
      )
    expect(refusals(ring)).to eq(["/record_types/0/fields/0/formula: formulas name each other in a ring: a -> b -> a"])
  end

  it "refuses choice fields without options, options elsewhere, and unknown labels and sections" do
    expect(refusals(with_field(kind: "choice"))).to eq(["/record_types/0/fields/7: a choice field needs options"])
    expect(refusals(with_field(options: [{ "id" => "a", "name" => "A" }]))).to eq(
      ["/record_types/0/fields/7/options: only choice fields have options"]
    )
    expect(refusals(with_field(label: "secret", section: "attic"))).to contain_exactly(
      "/record_types/0/fields/7/label: there is no sensitivity label “secret”",
      "/record_types/0/fields/7/section: there is no section “attic”"
    )
  end

  it "refuses baselines that could never hold or name nothing" do
    baseline = {
      "id" => "b",
      "name" => "B",
      "record_type" => "loan",
      "states" => {
        "nothing" => {
          "entry" => "locked"
        }
      }
    }
    expect(refusals(base.merge("baselines" => [baseline]))).to contain_exactly(
      "/baselines/0: assign the baseline to units or categories; without them it never applies",
      "/baselines/0/states/nothing: Outgoing loan has no field “nothing”"
    )
    expect(
      refusals(
        base.merge(
          "baselines" => [baseline.merge("categories" => ["lost"], "states" => { "notes" => { "entry" => "locked" } })]
        )
      )
    ).to eq(["/baselines/0/categories/0: Stage has no option “lost”"])
  end

  it "refuses text that is truncated, wrongly encoded, too deep or too large" do
    read = ->(text) { faults { CobaltLedger::Formats::PolicyJson.read(text, directory) }.join }
    expect(read.call(JSON.generate(base)[0..-10])).to start_with("is not JSON")
    expect(read.call("{\"name\": \"\xC3\x28\"}")).to eq("is not UTF-8 text")
    expect(read.call(("[" * 100) + ("]" * 100))).to eq("nests deeper than 60")
    expect(read.call(" " * (CobaltLedger::Formats::StrictJson::SIZE_LIMIT + 1))).to eq("is larger than 20 MiB")
    expect(read.call("{\"version\": NaN}")).to start_with("is not JSON")
    expect(read.call("[]")).to eq("must be an object")
  end

  it "writes one canonical text whatever the order of the members" do
    canonical = CobaltLedger::CanonicalJson
    expect(canonical.write("b" => [1, BigDecimal("1.50")], "a" => { "d" => nil, "c" => "é" })).to eq(
      '{"a":{"c":"é","d":null},"b":[1,1.5]}'
    )
    expect(canonical.digest("a" => 1, "b" => 2)).to eq(canonical.digest("b" => 2, "a" => 1))
  end
end
