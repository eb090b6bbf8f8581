# frozen_string_literal: true

# Sums of whole numbers within bounds, against trying every number.
RSpec.describe CobaltLedger::Conditions::Solver::Numbers do
  solver = CobaltLedger::Conditions::Solver

  before do
    budget = solver::Budget.new(200_000)
    @search = solver::Search.new(budget)
    @numbers = described_class.new(@search, budget)
  end

  # Constraints: Array of [Hash of place to factor, limit]: at most.
  def solve(span, constraints, count)
    places = Array.new(count) { @numbers.variable(*span) }
    constraints.each do |form, limit|
      @numbers.demand(@numbers.at_most(form.transform_keys { |index| places[index] }, limit))
    end
    [@search.solve([]), places.map { |place| @numbers.number(place) }]
  end

  it "agrees with trying every number", :generated do
    trials("numbers", 200) do |seed|
      random = Draws.new(seed)
      constraints = Array.new(random.rand(2..6)) do
        [(0..2).to_a.sample(random.rand(1..3), random: random).to_h do |index|
          [index, [-7, -3, -2, -1, 1, 2, 3, 5].sample(random: random)]
        end, random.rand(-9..9)]
      end
      before = constraints.flat_map { |form, limit| [[form, limit], [form.transform_values(&:-@), -limit]] }
      constraints = before.first(constraints.size + 1) if random.rand < 0.5
      budget = solver::Budget.new(200_000)
      @search = solver::Search.new(budget)
      @numbers = described_class.new(@search, budget)
      found, values = solve([-4, 4], constraints, 3)
      holds = lambda do |point|
        constraints.all? { |form, limit| form.sum { |index, factor| factor * point[index] } <= limit }
      end
      possible = [*-4..4].repeated_permutation(3).any? { |point| holds.call(point) }
      expect(found).to eq(possible), "seed #{seed}: #{constraints}"
      expect(holds.call(values)).to be(true), "seed #{seed}: #{values} for #{constraints}" if found
    end
  end

  it "knows equations that no whole numbers solve, however far they reach, and solves those that some do" do
    far = [-(10**15), 10**15]
    even = [[{ 0 => 12, 1 => 36 }, 373], [{ 0 => -12, 1 => -36 }, -373]]
    expect(solve(far, even, 2)[0]).to be(false)
    budget = solver::Budget.new(20_000)
    @search = solver::Search.new(budget)
    @numbers = described_class.new(@search, budget)
    found, values = solve(far, [[{ 0 => 12, 1 => 35 }, 373], [{ 0 => -12, 1 => -35 }, -373]], 2)
    expect([found, (12 * values[0]) + (35 * values[1])]).to eq([true, 373])
  end

  it "explains a lack of room by the bounds it hangs on" do
    places = Array.new(4) { @numbers.variable(0, 100) }
    low, high =
      places.map { |place| [@numbers.at_least({ place => 1 }, 1), @numbers.at_most({ place => 1 }, 3)] }.transpose
    apart =
      places.combination(2).map { |one, other| solver::Formula.negate(@numbers.equal({ one => 1, other => -1 }, 0)) }
    apart.each { |literal| @search.add([literal]) }
    expect(@search.solve(low + high)).to be(false)
    expect(@search.core).to match_array(low + high)
    expect(@search.solve(low + high.first(3))).to be(true)
  end
end
