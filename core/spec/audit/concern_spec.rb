# frozen_string_literal: true

# Which findings a question is about, on small policies.
RSpec.describe CobaltLedger::Audit::Concern do
  let(:rules) do
    [
      rule("contact", "hide", audience: { "any" => [{ "role" => "courier" }] }, reach: { "modes" => ["edit"] }),
      rule("contact", "show", audience: { "any" => [{ "group" => "custodians" }] }, reach: { "units" => ["kiln"] }),
      rule("notes", "lock", reach: { "channels" => ["import"] }),
      rule("notes", "hide", audience: { "any" => [{ "group" => "empty" }] })
    ]
  end

  def about?(detector, *numbers, **question)
    described_class.new(policy(*rules), directory, **question).about?(
      detector, numbers.map { |number| rules[number - 1]["id"] }
    )
  end

  def members(*wanted) = wanted.map { |kind, id| CobaltLedger::Directory::Audience::Member.new(kind, id) }

  it "takes everything when the question leaves all open, and what is about no rule for every question" do
    expect((1..4).map { |number| about?("never_wins", number) }).to eq([true] * 4)
    expect(
      about?("leak", mode: "view", channel: "import", unit: "tidewater", audiences: members([:user, "zora"]))
    ).to be(true)
  end

  it "goes by where a rule reaches: its modes, its channels, its units and those below and above them" do
    expect(%w[edit view].map { |mode| about?("never_wins", 1, mode: mode) }).to eq([true, false])
    expect(%w[import form].map { |channel| about?("never_wins", 3, channel: channel) }).to eq([true, false])
    expect(%w[kiln tidewater trust].map { |unit| about?("never_wins", 2, unit: unit) }).to eq([true, false, true])
  end

  it "wants all rules of a disagreement to reach there, and one of any other finding" do
    expect(about?("disagreement", 1, 2, mode: "view")).to be(false)
    expect(about?("does_not_settle", 1, 2, mode: "view")).to be(true)
    expect(about?("disagreement", 1, 2, mode: "edit", unit: "kiln")).to be(true)
  end

  it "goes by whom the rules mean, and wants one person whom both rules of a disagreement mean" do
    expect(about?("never_wins", 1, audiences: members([:role, "courier"]))).to be(true)
    expect(about?("never_wins", 1, audiences: members([:role, "registrar"]))).to be(false)
    expect(about?("never_wins", 1, audiences: members([:role, "registrar"], [:group, "night"]))).to be(true)
    expect(about?("disagreement", 1, 2, audiences: members([:user, "ilka"]))).to be(true)
    expect(about?("disagreement", 1, 2, audiences: members([:user, "asha"]))).to be(false)
  end

  it "shows a rule that is for no one to everybody, and one that is gone to every question" do
    expect(about?("nobody", 4, audiences: members([:user, "asha"]))).to be(true)
    expect(described_class.new(policy(*rules), directory, mode: "view").about?("never_wins", ["gone"])).to be(true)
  end
end
