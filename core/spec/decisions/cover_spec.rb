# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::Cover do
  words = ["Stage is Signed", "Count is more than 4", "Notes is blank or Notes is “x”"]

  def told(feasible, wanted, words) = described_class.new(feasible, wanted).words(words)

  it "says nothing where it always holds" do
    all = [[true, true], [true, false], [false, true]]
    expect(told(all, all, words)).to be_nil
  end

  it "drops what makes no difference" do
    expect(
      told([[true, true], [true, false], [false, true], [false, false]], [[true, true], [true, false]], words)
    ).to eq("Stage is Signed")
  end

  it "need not speak of what can't happen" do
    expect(told([[true, false], [false, true]], [[true, false]], words)).to eq("not (Count is more than 4)")
  end

  it "joins several ways, and keeps apart what an or would blur" do
    feasible = [true, false].product([true, false], [true, false])
    both = feasible.select { |one, two, three| (one && three) || (!one && two) }
    expect(told(feasible, both, words)).to eq(
      "(Stage is Signed and (Notes is blank or Notes is “x”)) or (not (Stage is Signed) and Count is more than 4)"
    )
  end
end
