# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::Saving do
  def judge(engine, changes, **asked) = described_class.new(engine).judge(question(engine, **asked), changes)
  def kinds(verdict) = verdict.refusals.to_h { |refusal| [refusal.field, refusal.kind] }

  let(:guarded) do
    engine(rule("value", "lock", title: "Values hold once signed", when: compare("stage", "equal", "signed")),
           rule("notes", "require", when: compare("stage", "equal", "signed")),
           rule("contact", mask("all", replace: true)))
  end

  it "accepts what stood open, and keeps the rest of the record" do
    verdict = judge(guarded, { "count" => 3 }, count: 2, value: 10)
    expect(verdict.accepted).to be(true)
    expect(verdict.stored).to eq("count" => 3, "value" => 10)
  end

  it "refuses a locked field whole and names the rule" do
    verdict = judge(guarded, { "value" => 5, "count" => 9 }, stage: "signed", value: 10, notes: "x")
    expect(verdict.accepted).to be(false)
    expect(verdict.stored).to eq("stage" => "signed", "value" => 10, "notes" => "x")
    expect(verdict.refusals.map(&:words)).to eq(
      ["Value can't be changed: it is locked, by rule 1 Values hold once signed"]
    )
  end

  it "accepts a change and the one that locks it, in whatever order they come" do
    expect(judge(guarded, { "stage" => "signed", "value" => 5, "notes" => "agreed" }, value: 10).accepted).to be(true)
    expect(judge(guarded, { "stage" => "enquiry", "value" => 5 }, stage: "signed", value: 10).accepted).to be(true)
  end

  it "refuses when each of two changes needs the other not to have been made" do
    crossed =
      engine(
        rule("value", "lock", when: compare("count", "equal", 2)),
        rule("count", "lock", when: compare("value", "equal", 20))
      )
    expect(judge(crossed, { "value" => 20, "count" => 2 }, value: 1, count: 1).accepted).to be(false)
    expect(judge(crossed, { "value" => 21, "count" => 2 }, value: 1, count: 1).accepted).to be(true)
  end

  it "refuses to write what is hidden or masked, even its stored value, so that nothing can be guessed" do
    hidden = engine
    expect(kinds(judge(hidden, { "location" => "Bay 4" }, location: "Bay 4"))).to eq("location" => "hidden")
    expect(kinds(judge(hidden, { "contact" => "Ilse" }, contact: "Ilse"))).to eq("contact" => "masked")
    expect(judge(guarded, { "contact" => "Ilse Marrow" }).accepted).to be(true)
  end

  it "refuses to leave a required field blank, and says which rule asks for it" do
    verdict = judge(guarded, { "stage" => "signed" })
    expect(kinds(verdict)).to eq("notes" => "required")
    expect(verdict.refusals.first.rules.map(&:number)).to eq(["2"])
    expect(kinds(judge(guarded, { "notes" => " " }, stage: "signed", notes: "x"))).to eq("notes" => "required")
  end

  it "refuses values of the wrong kind and fields that do not exist" do
    verdict = judge(guarded, { "count" => "many", "stage" => "lost", "nothing" => 1 })
    expect(kinds(verdict)).to eq("count" => "unsuitable", "stage" => "unsuitable", "nothing" => "unknown")
    expect(verdict.stored).to eq({})
  end

  it "tells everything that is wrong at once" do
    verdict =
      judge(guarded, { "count" => "many", "notes" => nil, "value" => 5 }, stage: "signed", value: 10, notes: "x")
    expect(kinds(verdict)).to eq("count" => "unsuitable", "notes" => "required", "value" => "locked")
  end

  it "takes an unchanged value of a locked field for no change" do
    expect(judge(guarded, { "value" => 10, "count" => 1 }, stage: "signed", value: 10, notes: "x").accepted).to be(true)
  end

  it "never lets a computed or numbered field be written" do
    expect(kinds(judge(guarded, { "total" => 5, "number" => "LN-1" }))).to eq("total" => "locked", "number" => "locked")
  end
end
