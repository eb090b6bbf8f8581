# frozen_string_literal: true

# The solver beside z3, where that is installed, on sets of conditions of every kind.
RSpec.describe CobaltLedger::Conditions::Solver::SecondOpinion do
  program = ENV.fetch("PATH").split(":").map { |folder| File.join(folder, "z3") }.find { |path| File.executable?(path) }
  sets = 50

  let(:type) do
    document = policy_document
    document["record_types"] = [ConditionSets.record_type]
    if document["labels"].none? { |label| label["id"] == "open" }
      document["labels"] << {
        "id" => "open",
        "name" => "Open",
        "start" => {
          "visibility" => "shown", "entry" => "open", "presence" => "optional"
        }
      }
    end
    CobaltLedger::Formats::PolicyJson.build(document, directory).record_type("thing")
  end
  let(:scope) { CobaltLedger::Conditions::Scope.of(type, directory) }
  let(:base) do
    CobaltLedger::Conditions::Facts.new(
      directory: directory, at: Time.utc(2026, 3, 1, 12), zone: TZInfo::Timezone.get("Europe/London")
    )
  end

  def problem(conditions)
    CobaltLedger::Conditions::Solver::Problem.new(type, "edit", base, conditions, free: [[:time], [:user]])
  end

  def conditions(seed)
    ConditionSets.new(seed, directory.users.first(3).map(&:id)).some.map { |document| condition_of(document, scope) }
  end

  it "decides each set by itself, and the same on being asked again", :generated do
    kinds = Hash.new(0)
    trials("sets", 150) do |seed|
      given = conditions(seed)
      solver = CobaltLedger::Conditions::Solver::Satisfy.new(type, "edit", base, free: [[:time], [:user]])
      found = solver.answer(given)
      kinds[found.kind] += 1
      expect(solver.answer(given).to_h).to eq(found.to_h), "seed #{seed}"
      next unless found.no?

      part = given.values_at(*found.clash)
      expect(solver.decide(part).kind).to eq("no"), "seed #{seed}"
      next unless part.size > 1

      expect(part.each_index.map { |index| solver.decide(part - [part[index]]).kind }).not_to(
        include("no"), "seed #{seed}: #{found.clash} is not the smallest"
      )
    end
    expect(kinds["yes"]).to be > kinds["no"]
    expect(kinds["undecided"]).to be <= 2
  end

  if program
    it "comes to the same as z3 (#{sets} sets), whose examples hold when they are evaluated", :generated do
      other = described_class.new(program)
      trials("opinions", sets) do |seed|
        given = conditions(seed)
        answer = problem(given).solve
        opinion = problem(given).put_to(other)
        if opinion && answer.kind != "undecided"
          expect(opinion.kind).to eq(answer.kind), "seed #{seed}: #{given.map(&:to_h)}"
        end
      end
    end

    it "is asked about what is undecided, and named as the one who answered" do
      tight = lambda do |opinion|
        CobaltLedger::Conditions::Solver::Satisfy.new(type, "edit", base, budget: 1, opinion: opinion).answer(
          [condition_of({ "any" => ConditionSets.ring("n", 4) }, scope)]
        )
      end
      expect([tight.call(nil).kind, tight.call(described_class.new(program)).to_h.values_at(:kind, :by)]).to eq(
        ["undecided", %w[yes z3]]
      )
      expect(tight.call(described_class.new("/nowhere/z3")).kind).to eq("undecided")
    end
  end
end
