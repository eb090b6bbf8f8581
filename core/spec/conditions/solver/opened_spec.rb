# frozen_string_literal: true

# Conditions on what the record held and on what was typed since, held against every pair of the two.
RSpec.describe CobaltLedger::Conditions::Solver::Satisfy do
  sets = 500
  world = {
    "stage" => [nil, "a", "b", "c"], "count" => [nil, *-1..6], "level" => [nil, *-1..6],
    "agreed" => [nil, true, false]
  }

  let(:type) do
    options = %w[a b c].map { |id| { "id" => id, "name" => id } }
    policy(
      fields: [
        field("stage", "choice", options: options), field("count", "integer"), field("level", "integer"),
        field("agreed", "yes_no")
      ]
    ).record_type("loan")
  end
  let(:base) do
    CobaltLedger::Conditions::Facts.new(
      directory: directory, at: Time.utc(2026, 3, 1, 12), principals: directory.principals_of("asha")
    )
  end
  let(:solver) { described_class.new(type, "edit", base) }

  def parse(document) = condition_of(document, type)

  def leaf(random, id)
    return compare(id, "was_changed") if random.rand < 0.2
    return compare(id, %w[is_blank is_filled].sample(random: random)) if random.rand < 0.1

    left = random.rand < 0.3 ? { "stored" => id } : { "field" => id }
    value =
      { "stage" => %w[a b], "count" => [1, 3, 4], "level" => [1, 3], "agreed" => [true, false] }[id].sample(
        random: random
      )
    if id == "level" && random.rand < 0.5
      return { "compare" => "less", "left" => { "field" => "count" }, "right" => { "field" => "level" } }
    end

    {
      "compare" => %w[count level].include?(id) ? %w[less greater equal].sample(random: random) : "equal",
      "left" => left,
      "right" => {
        "value" => value
      }
    }
  end

  # Some are judged as the form was opened.
  def condition(random, ids)
    node =
      parse(
        if random.rand < 0.3
          { "not" => leaf(random, ids.sample(random: random)) }
        else
          leaf(random, ids.sample(random: random))
        end
      )
    random.rand < 0.4 ? CobaltLedger::Conditions::AtOpening.new(node) : node
  end

  def some_record?(world, ids, conditions)
    checks = conditions.map(&:compile)
    first, *others = world.values_at(*ids, *ids)
    first.product(*others).any? do |values|
      stored, entered = values.each_slice(ids.size).map { |half| ids.zip(half).to_h }
      facts = CobaltLedger::Conditions::Facts.new(entered: entered, stored: stored, directory: directory, at: base.at)
      checks.all? { |check| check.call(facts) }
    end
  end

  it "agrees with trying all that can be typed into all records (#{sets} generated sets of conditions)", :generated do
    answers = Hash.new(0)
    trials("opened", sets) do |seed|
      random = Draws.new(seed)
      ids =
        if random.rand < 0.15
          %w[count level]
        else
          [%w[stage agreed], %w[stage], %w[count], %w[agreed count]].sample(random: random)
        end
      conditions = Array.new(random.rand(1..4)) { condition(random, ids) }
      found = solver.answer(conditions)
      answers[found.kind] += 1
      expect(found.kind).to eq(some_record?(world, ids, conditions) ? "yes" : "no"),
                            "seed #{seed}: #{conditions.map(&:to_h)} gave #{found.to_h}"
    end
    expect(answers.keys).to match_array(%w[yes no])
  end

  it "tells the record that was named from the one that is named now" do
    fields = [field("object", "record_reference", refers_to: "object"), field("notes")]
    document = policy_document(fields: fields)
    document["record_types"] << {
      "id" => "object", "name" => "Object", "sections" => [{ "id" => "main", "name" => "Main" }],
      "fields" => [field("hazard")]
    }
    made = CobaltLedger::Formats::PolicyJson.build(document, directory)
    read = lambda do |value|
      {
        "compare" => "equal",
        "left" => {
          "through" => "object", "field" => "hazard"
        },
        "right" => {
          "value" => value
        }
      }
    end
    scope =
      CobaltLedger::Conditions::Scope
        .of(made.record_type("loan"), directory)
        .tap { |each| each.types = made.record_types }
    lead, arsenic = %w[lead arsenic].map { |value| condition_of(read[value], scope) }
    solving = described_class.new(made.record_type("loan"), "edit", base)
    expect(solving.decide([lead, arsenic]).kind).to eq("no")
    other = solving.decide([CobaltLedger::Conditions::AtOpening.new(lead), arsenic]).example
    expect(other.values_at([:opened, "object", "hazard"], [:related, "object", "hazard"])).to eq(%w[lead arsenic])
    expect(other[[:stored, "object"]]).not_to eq(other[[:entered, "object"]])
    kept = CobaltLedger::Conditions::Not.new(condition_of(compare("object", "was_changed"), scope))
    expect(solving.answer([CobaltLedger::Conditions::AtOpening.new(lead), arsenic, kept]).clash).to eq([0, 1, 2])
    expect(
      solving.decide(
        [CobaltLedger::Conditions::AtOpening.new(lead), CobaltLedger::Conditions::AtOpening.new(arsenic)]
      ).kind
    ).to eq("no")
    cleared = condition_of(compare("object", "is_blank"), scope)
    expect(solving.decide([CobaltLedger::Conditions::AtOpening.new(lead), cleared]).kind).to eq("yes")
  end

  it "takes what is being created as opened blank" do
    creating = described_class.new(type, "create", base)
    opened = CobaltLedger::Conditions::AtOpening.new(parse(compare("stage", "is_filled")))
    expect(creating.answer([opened]).kind).to eq("no")
    expect(
      creating.answer([CobaltLedger::Conditions::Not.new(opened), parse(compare("stage", "equal", "a"))]).example
    ).to eq([:entered, "stage"] => "a")
  end
end
