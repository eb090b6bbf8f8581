# frozen_string_literal: true

# Equations over whole numbers.
RSpec.describe CobaltLedger::Conditions::Solver::Lattice do
  it "finds equations that have no whole solution together, and none where there is one" do
    expect(described_class.new([[{ a: 2, b: -2 }, -1]]).clash).to eq([0])
    expect(described_class.new([[{ a: 1, b: 1 }, -3], [{ a: 1, b: -1 }, 0]]).clash).to contain_exactly(0, 1)
    solvable = described_class.new([[{ a: 3, b: 5 }, -1], [{ c: 2, a: 1 }, 0]])
    expect(solvable.clash).to be_nil
    expect(solvable.sums).to all(satisfy { |sum| sum.values.all?(Integer) })
  end
end
