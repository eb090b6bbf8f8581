# frozen_string_literal: true

# The search alone, against all assignments of a few variables.
RSpec.describe CobaltLedger::Conditions::Solver::Search do
  def search(variables, clauses, budget: 100_000)
    described_class.new(CobaltLedger::Conditions::Solver::Budget.new(budget)).tap do |made|
      variables.times { made.variable }
      clauses.each { |clause| made.add(clause) }
    end
  end

  def satisfiable?(variables, clauses)
    (0...(2**variables)).any? do |bits|
      clauses.all? { |clause| clause.any? { |literal| (bits[literal / 2] == 1) == literal.even? } }
    end
  end

  def clauses(random, variables, count)
    Array.new(count) do
      (0...variables).to_a.sample(3, random: random).map { |variable| (variable * 2) + random.rand(2) }
    end
  end

  it "agrees with trying everything, blames assumptions that do clash, and can be asked again", :generated do
    trials("search", 300) do |seed|
      random = Draws.new(seed)
      given = clauses(random, 8, random.rand(20..42))
      assumed = (0...8).to_a.sample(3, random: random).map { |variable| (variable * 2) + random.rand(2) }
      made = search(8, given)
      found = made.solve(assumed)
      expect(found).to eq(satisfiable?(8, given + assumed.map { |literal| [literal] })), "seed #{seed}"
      unless found
        told = [made.core - assumed, satisfiable?(8, given + made.core.map { |literal| [literal] })]
        expect(told).to eq([[], false]), "seed #{seed}"
      end
      expect(made.solve([])).to eq(satisfiable?(8, given)), "seed #{seed}, asked again"
    end
  end

  it "sees that there is not room for all, and does not see it where there is" do
    holes =
      lambda do |pigeons, count|
        place = ->(pigeon, hole) { ((pigeon * count) + hole) * 2 }
        somewhere = Array.new(pigeons) { |pigeon| Array.new(count) { |hole| place[pigeon, hole] } }
        alone =
          Array
            .new(count) do |hole|
              (0...pigeons).to_a.combination(2).map { |one, other| [place[one, hole] + 1, place[other, hole] + 1] }
            end
            .flatten(1)
        search(pigeons * count, somewhere + alone).solve([])
      end
    expect([holes.call(9, 8), holes.call(8, 8), holes.call(10, 9)]).to eq([false, true, false])
  end

  it "does not count a literal twice that would do for two clauses", :generated do
    trials("pigeonholes", 400) do |seed|
      random = Draws.new(seed)
      pairs =
        (0...7)
          .to_a
          .combination(2)
          .to_a
          .sample(random.rand(4..16), random: random)
          .map { |one, other| [(one * 2) + 1, (other * 2) + 1] }
      wide =
        Array.new(random.rand(2..6)) do
          (0...7).to_a.sample(random.rand(2..4), random: random).map { |variable| variable * 2 }
        end
      found = CobaltLedger::Conditions::Solver::Pigeonholes.new(pairs + wide, []).clash
      expect(satisfiable?(7, pairs + wide)).to be(false), "seed #{seed}" if found
    end
  end

  it "ends when its steps are used up" do
    random = Random.new(3)
    expect(search(60, clauses(random, 60, 258), budget: 20).solve([])).to eq(:spent)
  end
end
