# frozen_string_literal: true

RSpec.describe CobaltLedger::Changes::Consequences do
  def told(before, after)
    engines = [before, after].map { |rules| engine(*rules) }
    described_class.new(*engines, (after + before).first["id"], since: Time.utc(2026, 1, 1)).sentences
  end

  let(:locking) do
    rule("notes", "lock", when: compare("stage", "equal", "signed"), reach: { "modes" => ["edit"] }, id: "r1")
  end

  it "says whom a new rule touches, where, when and on what condition" do
    locked = "can no longer edit Notes of an outgoing loan while editing"
    expect(told([], [locking])).to eq(["When Stage is Signed, everyone #{locked}: Editable becomes Read-only."])
    narrow = locking.merge("audience" => { "any" => [{ "role" => "courier" }] },
                           "reach" => { "units" => ["kiln"], "modes" => %w[edit] })
    expect(told([], [narrow])).to eq(
      ["When Stage is Signed, Ilka Fenn #{locked} at The Kiln Works: Editable becomes Read-only."]
    )
  end

  it "joins fields and modes that fare alike, and says what ends" do
    hiding = rule(%w[notes count], "hide", id: "r1")
    expect(told([], [hiding])).to contain_exactly(
      "Everyone sees less of and can no longer edit Count and Notes of an outgoing loan while creating or editing: " \
      "Editable becomes Hidden.",
      "Everyone sees less of Count and Notes of an outgoing loan while viewing or listing: Read-only becomes Hidden.",
      "Everyone sees less of Total of an outgoing loan: Read-only becomes Hidden."
    )
    expect(told([locking], [])).to eq(
      ["When Stage is Signed, everyone can now edit Notes of an outgoing loan while editing: Read-only becomes " \
       "Editable."]
    )
    expect(told([locking], [locking])).to eq([])
  end

  it "says why nobody meets any difference: what gives the same already, what overrules it, what never holds" do
    why = lambda do |before, after|
      engines = [before, before + [after]].map { |rules| engine(*rules) }
      described_class.new(*engines, after["id"], since: Time.utc(2026, 1, 1)).why.map(&:words)
    end
    keeping = rule("notes", "lock", id: "r8", rank: 8, title: "Kept by all")
    engines = [[keeping], [keeping, rule("notes", "unlock", id: "r9", rank: 9)]].map { |rules| engine(*rules) }
    reason = described_class.new(*engines, "r9", since: nil).why.first
    expect(reason.parts.grep_v(String).map(&:id)).to eq(["r8"])
    expect(why.call([keeping], rule("notes", "unlock", id: "r9", rank: 9))).to eq(
      ["For Asha Brandt, Notes stays locked, by 8 “Kept by all”."]
    )
    expect(why.call([keeping], rule("notes", "lock", id: "r9", rank: 9))).to eq(
      ["For Asha Brandt, Notes is already locked, by 8 “Kept by all”."]
    )
    expect(why.call([], rule("location", "hide", id: "r9"))).to eq(
      ["For Asha Brandt, Location is already hidden, by its label Restricted."]
    )
    never = { "all" => [compare("count", "less", 1), compare("count", "greater", 5)] }
    expect(why.call([], rule("notes", "lock", id: "r9", when: never))).to eq(
      ["Its condition can’t be true at present."]
    )
    expect(why.call([], rule("notes", "lock", id: "r9", audience: { "any" => [{ "group" => "empty" }] }))).to eq(
      ["Its audience is empty."]
    )
    expect(why.call([], rule("notes", "lock", id: "r9"))).to eq([])
    renamed = [keeping, keeping.merge("title" => "Other")].map { |each| engine(each) }
    expect(described_class.new(*renamed, "r8",
                               since: nil).why.map(&:words)).to eq(["Nothing that affects access has been edited."])
  end
end
