# frozen_string_literal: true

RSpec.describe CobaltLedger::Conditions do
  let(:type) { policy.record_type("loan") }

  def parse(document) = condition_of(document, type)

  def holds?(document, **values)
    parse(document).compile.call(
      CobaltLedger::Conditions::Facts.new(
        entered: CobaltLedger::Decisions::Values.typed(type, values.transform_keys(&:to_s))
      )
    )
  end

  describe "comparisons" do
    examples = {
      %w[stage equal signed] => { true => "signed", false => "out" },
      %w[stage not_equal signed] => { true => "out", false => "signed" },
      ["count", "less", 4] => { true => 3, false => 4 }, ["count", "at_most", 4] => { true => 4, false => 5 },
      ["count", "greater", 4] => { true => 5, false => 4 }, ["count", "at_least", 4] => { true => 4, false => 3 },
      ["value", "between", ["1.10", 2]] => { true => "1.1", false => "2.01" },
      ["stage", "one_of", %w[signed out]] => { true => "out", false => "enquiry" },
      ["stage", "none_of", %w[signed out]] => { true => "enquiry", false => "out" },
      %w[notes begins_with HX] => { true => "HX-1", false => "hx-1" },
      %w[notes includes gilt] => { true => "mercury gilt", false => "mercury" },
      %w[notes is_filled] => { true => "x", false => "  " }, %w[notes is_blank] => { true => "", false => "x" }
    }
    examples.each do |(field_id, comparison, value), outcomes|
      it "#{field_id} #{comparison} #{value}" do
        outcomes.each do |outcome, given|
          expect(holds?(compare(field_id, comparison, value), field_id.to_sym => given)).to be(outcome), "with #{given}"
        end
      end
    end

    it "are false on a blank, so that their opposite is true" do
      expect(holds?(compare("count", "less", 4))).to be(false)
      expect(holds?(compare("stage", "none_of", ["signed"]))).to be(false)
      expect(holds?({ "not" => compare("count", "less", 4) })).to be(true)
    end

    it "compare exactly, without the rounding of binary fractions" do
      expect(holds?(compare("value", "equal", "0.3"), value: BigDecimal("0.3"))).to be(true)
      expect(holds?(compare("total", "equal", "0.3"), count: 3, value: "0.1")).to be(true)
    end

    it "compare fields with fields" do
      against = { "compare" => "greater", "left" => { "field" => "value" }, "right" => { "field" => "count" } }
      expect(holds?(against, value: 3, count: 2)).to be(true)
      expect(holds?(against, value: 3)).to be(false)
    end
  end

  it "joins what can't be evaluated only where it decides" do
    wrong = compare("count", "less", 4)
    right = compare("stage", "equal", "signed")
    expect(holds?({ "any" => [wrong, right] }, count: "x", stage: "signed")).to be(true)
    expect(holds?({ "all" => [wrong, right] }, count: "x", stage: "out")).to be(false)
    expect(holds?({ "all" => [wrong, right] }, count: "x", stage: "signed")).to be_nil
    expect(holds?({ "not" => wrong }, count: "x")).to be_nil
  end

  it "says the opposite of a comparison outright, with what a blank does where it matters" do
    said = lambda do |comparison|
      parse({ "not" => comparison }).words(directory)
    end
    expect(said.call(compare("stage", "one_of", %w[signed out]))).to eq("Stage isn't Signed or Out (or is blank)")
    expect(said.call(compare("value", "at_least", 50_000))).to eq("Value is less than 50,000.00 (or is blank)")
    expect(said.call(compare("notes", "begins_with", "x"))).to eq("Notes doesn't begin with “x” (or is blank)")
    expect(said.call(compare("notes", "was_changed"))).to eq("Notes wasn't changed")
    expect(said.call({ "not" => compare("notes", "is_filled") })).to eq("Notes is filled")
    CobaltLedger::Conditions::ComparisonMethod.members.each_value do |method|
      method.families.each { |family| expect(method.opposite(family)).not_to eq(method.words(family)) }
    end
  end

  it "reads back as a plain sentence, with names for identifiers" do
    tree = {
      "all" => [
        compare("stage", "one_of", %w[signed out]),
        { "any" => [compare("value", "at_least", 50_000), { "not" => compare("notes", "is_filled") }] }
      ]
    }
    expect(parse(tree).words(directory)).to eq(
      "Stage is Signed or Out and (Value is at least 50,000.00 or Notes is blank)"
    )
  end

  it "comes back from its document form unchanged" do
    tree = { "all" => [compare("value", "between", [1, "2.5"]), { "not" => compare("notes", "begins_with", "HX") }] }
    expect(parse(tree).to_h).to eq(tree)
  end

  {
    "an unknown field" => [
      { "compare" => "equal", "left" => { "field" => "nothing" }, "right" => { "value" => 1 } },
      "/when/left/field: Outgoing loan has no field “nothing”"
    ],
    "a comparison that does not suit" => [
      { "compare" => "less", "left" => { "field" => "stage" }, "right" => { "value" => "out" } },
      "/when/compare: “is before” does not suit Stage, which is of kind choice"
    ],
    "a value of the wrong kind" => [
      { "compare" => "equal", "left" => { "field" => "count" }, "right" => { "value" => "many" } },
      "/when/right/value: Count must be a whole number"
    ],
    "an impossible range" => [
      { "compare" => "between", "left" => { "field" => "count" }, "right" => { "values" => [9, 1] } },
      "/when/right/values: the range ends before it begins, so it can never be true"
    ],
    "a missing value" => [
      { "compare" => "equal", "left" => { "field" => "count" } }, "/when/right: a value to compare with is missing"
    ],
    "a value where none belongs" => [
      { "compare" => "is_blank", "left" => { "field" => "count" }, "right" => { "value" => 1 } },
      "/when/right: “is blank” takes no value on the right"
    ],
    "fields of kinds that do not match" => [
      { "compare" => "equal", "left" => { "field" => "count" }, "right" => { "field" => "notes" } },
      "/when/right/field: Notes (long text) can't be compared with Count (whole number)"
    ],
    "an unknown comparison" => [
      { "compare" => "resembles", "left" => { "field" => "count" } },
      "/when/compare: there is no comparison “resembles”"
    ]
  }.each do |what, (document, words)|
    it "refuses #{what} and names the place" do
      expect(faults { parse(document) }).to eq([words])
    end
  end

  it "refuses nesting and size beyond their limits" do
    deep = (1..20).reduce(compare("count", "is_blank")) { |inner, _| { "not" => inner } }
    expect(faults { parse(deep) }.first).to end_with("conditions nest deeper than 12")
    expect(faults { parse("all" => Array.new(201) { compare("count", "is_blank") }) }.first).to end_with(
      "more than 200 comparisons"
    )
  end
end
