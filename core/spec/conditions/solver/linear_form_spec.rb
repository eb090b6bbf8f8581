# frozen_string_literal: true

RSpec.describe CobaltLedger::Conditions::Solver::LinearForm do
  def form(text) = described_class.of(Dentaku::Calculator.new.ast(text))

  it "reads sums, differences, factors and divisors" do
    expect(form("a + 2 * b - 3")).to eq([{ "a" => 1r, "b" => 2r }, -3r])
    expect(form("(a - b) / 4")).to eq([{ "a" => Rational(1, 4), "b" => Rational(-1, 4) }, 0r])
    expect(form("a + a")).to eq([{ "a" => 2r }, 0r])
    expect(form("-a * 2 + 1")).to eq([{ "a" => -2r }, 1r])
  end

  it "does not take for linear what is not" do
    ["a * b", "a / b", "a ^ 2", "max(a, b)", "a / 0"].each { |text| expect(form(text)).to be_nil, text }
  end
end
