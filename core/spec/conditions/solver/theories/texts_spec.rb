# frozen_string_literal: true

# Facts about texts, against all short texts of two letters.
RSpec.describe CobaltLedger::Conditions::Solver::Texts do
  solver = CobaltLedger::Conditions::Solver
  short = (1..4).flat_map { |size| %w[a b c].repeated_permutation(size).map(&:join) }.freeze

  def holds?(kind, one, other)
    { equal: one == other, begins: one.start_with?(other), includes: one.include?(other) }.fetch(kind)
  end

  it "says no only where no text will do, and yes with texts that do", :generated do
    kinds = Hash.new(0)
    trials("texts", 80) do |seed|
      random = Draws.new(seed)
      search = solver::Search.new(budget = solver::Budget.new(50_000))
      texts = described_class.new(search, budget)
      places = [texts.variable(100, true), texts.variable(100, true)]
      facts =
        Array.new(random.rand(2..5)) do
          one = places.sample(random: random)
          other = random.rand < 0.4 ? (places - [one]).first : texts.written(%w[a b ab ba aab].sample(random: random))
          [
            random.rand < 0.65, %i[equal begins includes].sample(random: random),
            *(random.rand < 0.15 ? [other, one] : [one, other])
          ]
        end
      facts.each do |wanted, kind, one, other|
        solver::Formula.demand(
          search,
          texts
            .public_send({ equal: :equal, begins: :begins, includes: :includes }[kind], one, other)
            .then { |found| wanted ? found : solver::Formula.negate(found) }
        )
      end
      found = search.solve([])
      kinds[found] += 1
      judged = ->(words) { facts.all? { |wanted, kind, one, other| holds?(kind, words[one], words[other]) == wanted } }
      if found == true
        expect(judged.call(Hash.new { |_, place| texts.word(place) })).to(
          be(true), "seed #{seed}: #{texts.words}"
        )
      end
      tried =
        found == false &&
        short
          .product(short)
          .find do |one, other|
            judged.call(Hash.new { |_, place| texts.word(place) }.merge(places[0] => one, places[1] => other))
          end
      expect(tried).to be_falsy, "seed #{seed}: #{tried} would do for #{facts}"
    end
    expect(kinds.keys).to contain_exactly(true, false)
  end

  it "says that it can't tell where only the length stands in the way" do
    search = solver::Search.new(budget = solver::Budget.new(10_000))
    texts = described_class.new(search, budget)
    place = texts.variable(3, true)
    %w[ab bc].each { |part| search.add([texts.includes(place, texts.written(part))]) }
    expect(search.solve([])).to eq(:unsure)
  end
end
