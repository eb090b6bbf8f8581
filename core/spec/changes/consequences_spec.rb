# frozen_string_literal: true

RSpec.describe CobaltLedger::Changes::Consequences do
  def told(before, after)
    engines = [before, after].map { |rules| engine(*rules) }
    described_class.new(*engines, (after + before).first["id"], at: Time.utc(2026, 1, 1)).sentences
  end

  let(:locking) do
    rule("notes", "lock", when: compare("stage", "equal", "signed"), reach: { "modes" => ["edit"] }, id: "r1")
  end

  it "says whom a new rule touches, where, when and on what condition" do
    expect(told([], [locking])).to eq(["Locks Notes for 3 people at 2 units, when editing, while Stage is Signed."])
    narrow =
      locking.merge(
        "audience" => {
          "any" => [{ "role" => "courier" }]
        },
        "reach" => {
          "units" => ["kiln"], "modes" => %w[edit]
        }
      )
    expect(told([], [narrow])).to eq(["Locks Notes for 1 person at 1 unit, when editing, while Stage is Signed."])
  end

  it "joins fields and modes that fare alike, and says what ends" do
    hiding = rule(%w[notes count], "hide", id: "r1")
    expect(told([], [hiding])).to eq(["Hides Count and Notes for 3 people at 2 units."])
    expect(told([locking], [])).to eq(["No longer locks Notes for 3 people at 2 units, when editing."])
    expect(told([locking], [locking])).to eq([])
  end
end
