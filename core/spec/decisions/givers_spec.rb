# frozen_string_literal: true

# Who gave each facet its value, held against asking again without them.
RSpec.describe CobaltLedger::Access::Result do
  def decided(document, asked)
    engine =
      CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
    engine.decide(CobaltLedger::Formats::QuestionJson.read(asked, engine.policy, directory))
  end

  it "names rules that give the value, and beginnings only where no rule is needed", :generated do
    seen = Hash.new(0)
    trials("givers", 60) do |seed|
      generator = PolicyGenerator.new(seed)
      document = generator.policy(self)
      asked = generator.question
      decision = decided(document, asked)
      # Without rules nothing writes either: what was decided on stays what it was.
      bare = decided(document.merge("rules" => []), asked)
      decision.fields.each_key { |id| check(decision, bare, id, seen, "seed #{seed}, #{id}") }
    end
    expect(seen.keys).to include(:label, :rule, :guardrail, :consistency)
  end

  def check(decision, bare, id, seen, where)
    result = decision.result(id)
    CobaltLedger::Access::Facets::ALL.each do |facet|
      givers = result.givers(facet)
      expect(givers).not_to be_empty, where
      givers.each { |giver| seen[giver.kind] += 1 }
      spoken = givers.select { |giver| %i[rule guardrail].include?(giver.kind) }
      # What stands above the field shuts by a facet of its own.
      expect(spoken.map { |giver| giver.source.gives.facet(facet) }.uniq - [result.final.facet(facet)]).to(
        be_empty, "#{where}: #{facet}"
      )
      next if spoken.any? || result.shut_by(facet) || givers.any? do |giver|
        giver.kind == :consistency
      end || decision.values != bare.values

      expect(bare.result(id).guarded.facet(facet)).to(
        eq(result.final.facet(facet)), "#{where}: #{facet} is said to be as it began"
      )
    end
  end

  it "tells a rule's two halves apart, and consistency from the rules it overrules" do
    made =
      engine(
        rule("notes", "require", when: compare("count", "greater", 4), otherwise: [{ "effect" => "lock" }]),
        rule("notes", "require")
      )
    many, few = [7, 1].map { |count| made.decide(question(made, count: count)).result("notes") }
    expect(many.givers(:presence).map { |giver| [giver.kind, giver.source.number, giver.source.otherwise?] }).to eq(
      [[:rule, "1", false], [:rule, "2", false]]
    )
    expect(few.givers(:entry).map { |giver| [giver.source.number, giver.source.otherwise?] }).to eq([["1", true]])
    expect(few.givers(:presence).map(&:to_a)).to eq([[:consistency, "a locked field isn't required"]])
  end
end
