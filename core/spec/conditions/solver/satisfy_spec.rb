# frozen_string_literal: true

# The solver held against trying every record of a small world.
RSpec.describe CobaltLedger::Conditions::Solver::Satisfy do
  sets = 1_500

  let(:fields) do
    [
      field("stage", "choice", options: %w[a b c].map { |id| { "id" => id, "name" => id } }),
      field("count", "integer"), field("level", "integer"), field("agreed", "yes_no"), field("notes"),
      field("hazard", "choices", options: %w[lead arsenic].map { |id| { "id" => id, "name" => id } }),
      field("keeper", "person"), field("due", "date"), field("back", "date"),
      field("sum", "computed", formula: "count + 2 * level"), field("product", "computed", formula: "count * level"),
      field("peak", "computed", formula: "max(count, level)")
    ]
  end
  let(:type) { policy(fields: fields).record_type("loan") }
  let(:base) do
    CobaltLedger::Conditions::Facts.new(
      directory: directory, at: Time.utc(2026, 3, 1, 12), principals: directory.principals_of("asha")
    )
  end
  let(:solver) { described_class.new(type, "edit", base) }

  def parse(document) = condition_of(document, type)

  def answer(*documents) = solver.answer(documents.map { |document| parse(document) })
  def against(left, name, right) = { "compare" => name, "left" => { "field" => left }, "right" => { "field" => right } }

  # Every value that matters to the conditions the generator makes.
  parts = (0..3).flat_map { |size| %w[x xy gilt].combination(size).to_a }
  texts = ["", "x", "xy", "gilt"].product(parts).map { |start, found| [start, *found, ""].join("·") }
  world = {
    "stage" => [nil, "a", "b", "c"],
    "count" => [nil, *-2..8],
    "level" => [nil, *-2..8],
    "agreed" => [nil, true, false],
    "keeper" => [nil, "asha", "ilka", "zora"],
    "notes" => [nil, "x", "xy", "gilt"] + texts,
    "hazard" => [nil, %w[lead], %w[arsenic], %w[arsenic lead]],
    "due" => [nil, *(Date.new(2026, 2, 26)..Date.new(2026, 3, 6))],
    "back" => [nil, *(Date.new(2026, 2, 26)..Date.new(2026, 3, 6))]
  }.freeze

  def comparison(random, ids)
    id = ids.sample(random: random)
    return compare(id, %w[is_blank is_filled].sample(random: random)) if random.rand < 0.12

    other = { "count" => "level", "level" => "count", "due" => "back", "back" => "due" }[id]
    if other && ids.include?(other) && random.rand < 0.35
      return against(id, %w[less at_most greater equal not_equal].sample(random: random), other)
    end

    leaf(random, id)
  end

  def leaf(random, id)
    pick = ->(items) { items.sample(random: random) }
    case id
    when "stage"
      if random.rand < 0.5
        compare(id, pick[%w[equal not_equal]], pick[%w[a b]])
      else
        compare(id, pick[%w[one_of none_of]], %w[a b c].sample(2, random: random))
      end
    when "count", "level"
      if random.rand < 0.2
        compare(id, "between", [1, 4])
      else
        compare(id, pick[%w[less at_most greater at_least equal not_equal]], pick[[1, 2, 4]])
      end
    when "sum"
      compare(id, pick[%w[less at_least equal]], pick[[3, 8]])
    when "agreed"
      compare(id, pick[%w[equal not_equal]], random.rand < 0.5)
    when "notes"
      compare(id, pick[%w[equal not_equal begins_with includes]], pick[%w[x xy gilt]])
    when "hazard"
      {
        "compare" => pick[%w[includes equal]],
        "left" => {
          "field" => id
        },
        "right" => {
          "value" => pick[%w[lead arsenic]]
        }
      }
    when "keeper"
      {
        "compare" => "member_of",
        "left" => {
          "field" => id
        },
        "right" => {
          "members" => [pick[[{ "group" => "custodians" }, { "role" => "registrar" }, { "unit" => "trust" }]]]
        }
      }
    else
      due(random, id)
    end
  end

  def due(random, id)
    if random.rand < 0.4
      return {
        "compare" => %w[within_next within_last].sample(random: random),
        "left" => {
          "field" => id
        },
        "right" => {
          "days" => random.rand(3)
        }
      }
    end

    {
      "compare" => %w[less at_least equal].sample(random: random),
      "left" => {
        "field" => id
      },
      "right" => {
        "today" => random.rand(-1..2)
      }
    }
  end

  def condition(random, ids, depth)
    case depth.zero? ? 9 : random.rand(6)
    when 0 then { "all" => [condition(random, ids, depth - 1), condition(random, ids, depth - 1)] }
    when 1 then { "any" => [condition(random, ids, depth - 1), condition(random, ids, depth - 1)] }
    when 2 then { "not" => condition(random, ids, depth - 1) }
    else comparison(random, ids)
    end
  end

  # Sums need numbers further out, as far as a field holds.
  far = [nil, *-12..14, -(10**15), 10**15]
  wide = world.merge("count" => far, "level" => far).freeze

  def some_record?(world, ids, conditions)
    checks = conditions.map(&:compile)
    first, *others = world.values_at(*ids)
    first.product(*others).any? do |values|
      facts = base.with_entered(type.formulas.fill(ids.zip(values).to_h))
      checks.all? { |check| check.call(facts) }
    end
  end

  it "agrees with trying every record, and every example holds (#{sets} generated sets of conditions)", :generated do
    answers = Hash.new(0)
    trials("solver", sets) do |seed|
      random = Draws.new(seed)
      ids = random.rand < 0.25 ? %w[count level] : world.keys.sample(2, random: random)
      read = ids == %w[count level] && random.rand < 0.4 ? ids + ["sum"] : ids
      domains = read.include?("sum") ? wide : world
      conditions = Array.new(random.rand(1..4)) { parse(condition(random, read, 2)) }
      expected = some_record?(domains, ids, conditions) ? "yes" : "no"
      found = solver.answer(conditions)
      answers[found.kind] += 1
      expect(found.kind).to eq(expected), "seed #{seed}: #{conditions.map(&:to_h)} gave #{found.to_h}"
      expect(solver.decide(found.clash.map { |index| conditions[index] }).kind).to eq("no") if found.no?
    end
    expect(answers.keys).to match_array(%w[yes no])
  end

  it "gives the smallest part that clashes" do
    found =
      answer(
        compare("stage", "equal", "a"), compare("count", "greater", 5), compare("agreed", "is_filled"),
        compare("count", "less", 3)
      )
    expect([found.kind, found.clash]).to eq(["no", [1, 3]])
  end

  it "leaves out of an example what makes no difference" do
    expect(answer({ "any" => [compare("stage", "equal", "a"), compare("count", "greater", 5)] }).example.size).to eq(1)
  end

  it "follows fields compared with fields round to where they clash" do
    expect(answer(against("count", "less", "level"), against("level", "less", "count")).clash).to eq([0, 1])
    expect(
      answer(against("due", "less", "back"), against("back", "at_most", "due"), compare("stage", "is_blank")).clash
    ).to eq([0, 1])
  end

  it "solves linear computed fields exactly" do
    found = answer(compare("sum", "greater", 100_000), compare("level", "less", 3)).example
    expect(found[[:entered, "count"]]).to be > 99_994
    expect(answer(compare("sum", "greater", 10), compare("level", "less", 3), compare("count", "less", 5)).kind).to eq(
      "no"
    )
    expect(answer(compare("sum", "greater", 10), compare("count", "is_blank")).clash).to eq([0, 1])
  end

  it "finds examples for other formulas by trying, and says so where it can't decide" do
    found = answer(compare("product", "at_least", 50_000), compare("count", "less", 10))
    expect(found.example.values.reduce(:*)).to be >= 50_000
    expect(
      answer(compare("product", "less", 0), compare("count", "greater", 0), compare("level", "greater", 0)).clash
    ).to eq([0, 1, 2])
    expect(answer(compare("peak", "equal", 12), compare("count", "less", 12)).example[[:entered, "level"]]).to eq(12)
    expect(answer(against("peak", "less", "count")).reason).to eq("Peak can't be solved for")
  end

  it "ends within its budget with an honest answer" do
    tight = described_class.new(type, "edit", base, budget: 2)
    found =
      tight.answer(
        [
          parse(
            {
              "any" =>
                %w[stage count agreed notes].map do |id|
                  { "all" => [compare(id, "is_filled"), against("count", "less", "level")] }
                end
            }
          )
        ]
      )
    expect([found.kind, found.reason]).to match(
      ["undecided", /\Athe combinations of .*Stage.* take more than 2 steps\z/]
    )
  end

  it "chooses the time for windows, the network for blocks and the person for memberships" do
    window =
      CobaltLedger::Conditions::Window.new(
        zone: TZInfo::Timezone.get("Europe/London"), weekdays: ["sunday"], hours: [23 * 60, 60],
        from: Date.new(2026, 5, 1)
      )
    free = described_class.new(type, "edit", base, free: [[:time], [:user]])
    within = CobaltLedger::Conditions::WithinWindow.new(window)
    expect(window.cover?(free.answer([within]).example[[:time]])).to be(true)
    never = CobaltLedger::Conditions::Window.new(zone: window.zone, weekdays: ["monday"])
    expect(free.answer([within, CobaltLedger::Conditions::WithinWindow.new(never)]).kind).to eq("no")
    network = lambda do |name, *blocks|
      parse(
        { "compare" => "within_network", "left" => { "network" => true }, "right" => { "values" => blocks } }
      ).then { |node| name == :out ? CobaltLedger::Conditions::Not.new(node) : node }
    end
    expect(
      free.answer([network[:in, "192.0.2.0/24"], network[:out, "192.0.2.0/25"]]).example[[:network]].to_s
    ).to start_with("192.0.2.")
    expect(free.answer([network[:in, "192.0.2.0/25"], network[:out, "192.0.2.0/24"]]).kind).to eq("no")
    member =
      parse(
        {
          "compare" => "member_of",
          "left" => {
            "user" => true
          },
          "right" => {
            "members" => [{ "group" => "custodians" }]
          }
        }
      )
    expect(free.answer([member]).example).to eq([:user] => "ilka")
  end
end
