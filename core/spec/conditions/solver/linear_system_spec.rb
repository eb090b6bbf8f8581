# frozen_string_literal: true

RSpec.describe CobaltLedger::Conditions::Solver::LinearSystem do
  def solve(whole: [])
    system = described_class.new(whole: whole)
    yield system
    system.solve
  end

  it "finds a point within bounds, the plainest one" do
    found = solve { |system| system.within({ x: 1r }, 0r, [Rational(5, 2), Rational(9, 2), true, true]) }
    expect(found).to eq(x: 3r)
  end

  it "finds that bounds leave nothing, also where only the ends would touch" do
    expect(solve { |system| system.within({ x: 1r }, 0r, [4r, 3r, false, false]) }).to eq(:none)
    expect(solve { |system| system.within({ x: 1r }, 0r, [3r, 3r, true, false]) }).to eq(:none)
    expect(solve { |system| system.within({ x: 1r }, 0r, [3r, 3r, false, false]) }).to eq(x: 3r)
  end

  it "follows sums of several unknowns" do
    found = solve do |system|
      system.within({ x: 1r, y: 2r }, 0r, [10r, 10r, false, false])
      system.within({ x: 1r, y: -1r }, 0r, [1r, 1r, false, false])
    end
    expect(found).to eq(x: 4r, y: 3r)
    expect(solve do |system|
      system.at_most({ x: 1r, y: -1r }, 0r, strict: true)
      system.at_most({ x: -1r, y: 1r }, 0r)
    end).to eq(:none)
  end

  it "divides the space where only whole numbers will do" do
    thirds = ->(whole) { solve(whole: whole) { |system| system.within({ x: 3r }, 0r, [8r, 8r, false, false]) } }
    expect(thirds.call([])).to eq(:unsure)
    expect(thirds.call([:x])).to eq(:none)
    expect(solve(whole: [:x]) { |system| system.within({ x: 3r }, 0r, [8r, 10r, false, false]) }).to eq(x: 3r)
  end
end
