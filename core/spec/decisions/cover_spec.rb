# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::Cover do
  opposites = ["Stage isn't Signed", "Count is at most 4", "Notes is neither"]
  words = ["Stage is Signed", "Count is more than 4", "Notes is blank or Notes is “x”"]

  define_method(:told) { |feasible, wanted| described_class.new(feasible, wanted).words(words, opposites) }

  it "says nothing where it always holds" do
    all = [[true, true], [true, false], [false, true]]
    expect(told(all, all)).to be_nil
  end

  it "drops what makes no difference" do
    expect(
      told([[true, true], [true, false], [false, true], [false, false]], [[true, true], [true, false]])
    ).to eq("Stage is Signed")
  end

  it "need not speak of what can't happen" do
    expect(told([[true, false], [false, true]], [[true, false]])).to eq("Count is at most 4")
  end

  it "joins several ways, and keeps apart what an or would blur" do
    feasible = [true, false].product([true, false], [true, false])
    both = feasible.select { |one, two, three| (one && three) || (!one && two) }
    expect(told(feasible, both)).to eq(
      "(Stage is Signed and (Notes is blank or Notes is “x”)) or (Stage isn't Signed and Count is more than 4)"
    )
  end

  it "says so of what can't be told" do
    expect(told([[true, true], [nil, true]], [[nil, true]])).to eq("it can’t be determined whether Stage is Signed")
  end
end
