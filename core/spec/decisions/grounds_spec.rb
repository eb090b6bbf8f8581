# frozen_string_literal: true

# What an access level is said to rest on, held against asking again without everything else.
RSpec.describe CobaltLedger::Decisions::Grounds do
  def grounds(*rules, field: "notes", user: "asha", mode: "edit", **values)
    made = engine(*rules)
    decision = made.decide(question(made, user: user, mode: mode, **values))
    described_class.new(decision.result(field)).to_a.map(&:words)
  end

  it "names the rules that won and what each gives, and beginnings where no rule speaks" do
    rules = [rule("notes", "lock"), rule("notes", "unlock"),
             rule("notes", "hide", when: compare("count", "greater", 5))]
    expect(grounds(*rules, count: 2)).to include("1 “Rule 1” gives locked")
    expect(grounds(*rules, count: 7)).to eq(["3 “Rule 3” gives hidden"])
    expect(grounds(field: "location")).to eq(["Label Restricted starts as hidden"])
    expect(grounds(rule("notes", "show"), rule("notes", "require"))).to eq(
      ["4 “Rule 4” gives shown", "Label Internal starts as open", "5 “Rule 5” gives required"]
    )
  end

  def decided(document, asked)
    engine = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
    engine.decide(CobaltLedger::Formats::QuestionJson.read(asked, engine.policy, directory))
  end

  # Does it do nothing but give access, so that it can go without a value being another?
  def plain?(rule)
    parts = [rule, *rule["lines"]]
    effects = parts.flat_map { |part| (part["effects"] || []) + (part["otherwise"] || []) }
    effects.none? { |effect| %w[set default suggest refuse clear].include?(effect["effect"]) }
  end

  it "is enough: without all other rules the level is the same", :generated do
    dropped = 0
    trials("grounds", 30, enough: -> { dropped > 300 }) do |seed|
      generator = PolicyGenerator.new(seed)
      document = generator.policy(self)
      asked = generator.question
      decision = decided(document, asked)
      decision.everything.each_key do |id|
        named = described_class.of(decision, id)
        expect(named).not_to be_empty
        left = document["rules"].reject { |rule| plain?(rule) && named.none? { |each| each.rule == rule["id"] } }
        next if left.size == document["rules"].size

        dropped += 1
        found = decided(document.merge("rules" => left), asked).everything[id].level
        expect(found).to eq(decision.everything[id].level), "seed #{seed}, #{id}: #{named.map(&:words)}, found #{found}"
      end
    end
  end
end
