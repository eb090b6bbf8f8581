# frozen_string_literal: true

require_relative "../../support/condition_sets"

# The shortest wording of an outcome, held against the solver, against evaluation, and against what is said without it.
RSpec.describe CobaltLedger::Conditions::Shortening::Shortest do
  conditions = CobaltLedger::Conditions

  let(:type) do
    fields = policy_document["record_types"][0]["fields"]
    policy(fields: [*fields, field("agreed", "yes_no")]).record_type("loan")
  end
  let(:base) do
    conditions::Facts.new(directory: directory, at: Time.utc(2026, 3, 1, 12),
                          principals: directory.principals_of("asha"))
  end

  # The record type of ConditionSets.
  def wide_type
    document = policy_document.merge("record_types" => [ConditionSets.record_type])
    document["labels"] |= [{ "id" => "open", "name" => "Open", "start" => document["labels"][0]["start"] }]
    CobaltLedger::Formats::PolicyJson.build(document, directory).record_type("thing")
  end

  def situations(nodes, type, mode)
    CobaltLedger::Conditions::Solver::Situations.new(type, mode, base).of(nodes)
  end

  # The outcomes that are wanted, as the conditions say them.
  def region(nodes, wanted)
    ways = wanted.map do |vector|
      CobaltLedger::Conditions::All.new(
        nodes.zip(vector).map { |node, outcome| outcome ? node : CobaltLedger::Conditions::Not.new(node) }
      )
    end
    CobaltLedger::Conditions::Any.new(ways)
  end

  # Words for where the second condition holds and the first does not, or as the block wants.
  def said(*documents, mode: "edit", &wanted)
    nodes = documents.map { |document| condition_of(document, type) }
    feasible = situations(nodes, type, mode).found.keys
    chosen = feasible.select { |vector| wanted ? wanted.call(*vector) : vector == [false, true] }
    found = described_class.of(nodes, feasible, chosen, mode: mode)
    found.respond_to?(:words) ? found.words(directory) : found
  end

  def stored(id, name, value) = { "compare" => name, "left" => { "stored" => id }, "right" => { "values" => value } }

  it "counts out options, leaves out what follows, and joins what lies side by side" do
    expect(said(compare("stage", "one_of", %w[out]), compare("stage", "one_of", %w[signed out])))
      .to eq("Stage is Signed")
    expect(said(compare("count", "at_least", 30), compare("count", "at_least", 3)))
      .to eq("Count is at least 3 and less than 30")
    expect(said(compare("count", "less", 3), compare("count", "greater", 5)) { |one, other| !one && !other })
      .to eq("Count is between 3 and 5 (or is blank)")
    expect(said(compare("count", "at_least", 3), compare("notes", "is_filled")) { true }).to eq(:always)
  end

  it "says what was stored and what is on the screen as a change" do
    stages = %w[signed out]
    expect(said(stored("stage", "one_of", stages), compare("stage", "one_of", stages)))
      .to eq("Stage changes to Signed or Out")
    both = [stored("stage", "one_of", ["signed"]), compare("stage", "equal", "signed")]
    expect(said(*both) { |one, other| one && !other }).to eq("Stage changes from Signed")
    expect(said(*both, mode: "view")).to be_nil
    typed = [compare("stage", "was_changed"), compare("stage", "equal", "signed")]
    expect(said(*typed) { |one, other| one && other }).to eq("Stage changes to Signed")
    typed = [compare("agreed", "was_changed"), compare("agreed", "equal", false)]
    expect(said(*typed) { |one, other| one && other }).to eq("Agreed changes to no")
  end

  it "says once what several ways have in common" do
    asked = [compare("stage", "equal", "signed"), compare("count", "at_least", 3), compare("notes", "is_blank")]
    expect(said(*asked) { |one, two, three| one && (two || three) })
      .to eq("Stage is Signed and (Count is at least 3 or Notes is blank)")
  end

  it "leaves alone what can't be told" do
    nodes = [condition_of(compare("stage", "equal", "signed"), type)]
    expect(described_class.of(nodes, [[nil], [true]], [[true]])).to be_nil
  end

  # A random set of conditions with some of what they can result in, or nil where that is all or nothing.
  def drawn(seed, type, scope)
    random = Draws.new(seed)
    mode = %w[edit edit create view].sample(random: random)
    nodes = ConditionSets.new(seed, directory.users.map(&:id)).some.map { |document| condition_of(document, scope) }
    found = situations(nodes, type, mode)
    wanted = found.found.keys.select { random.rand < 0.4 }
    [nodes, found.found, wanted, mode] if found.complete && wanted.any? && wanted.size < found.found.size
  end

  it "is equal to what it shortens, by the solver and by evaluation", :generated do
    wide = wide_type
    scope = conditions::Scope.of(wide, directory)
    counts = Hash.new(0)
    trials("shortest", 300, enough: -> { counts[:shorter] >= 30 }) do |seed|
      nodes, found, wanted, mode = drawn(seed, wide, scope)
      phrase = nodes && described_class.of(nodes, found.keys, wanted, mode: mode)
      next if phrase.nil?

      cover = CobaltLedger::Decisions::Cover.new(found.keys, wanted)
      counts[:shorter] += 1 if phrase.comparisons < CobaltLedger::Decisions::WhenSo.size(cover, nodes)
      told = -> { "seed #{seed}: #{region(nodes, wanted).words(directory)} is told as #{phrase.words(directory)}" }
      answers = unlike(region(nodes, wanted), phrase.node).map do |both|
        conditions::Solver::Satisfy.new(wide, mode, base).decide(both).kind
      end
      expect(answers).not_to include("yes"), told
      counts[answers.uniq.join] += 1
      found.each do |vector, example|
        facts = base.assuming(example, wide.formulas, stored: mode != "create")
        expect(phrase.node.compile.call(facts)).to be(wanted.include?(vector)), told
      end
    end
    expect(counts["no"]).to be > 100
  end

  # What can't be where two conditions are equal: that one holds and the other does not.
  def unlike(one, other)
    [[one, CobaltLedger::Conditions::Not.new(other)], [CobaltLedger::Conditions::Not.new(one), other]]
  end
end
