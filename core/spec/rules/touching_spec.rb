# frozen_string_literal: true

# Finding rules by what they reach, held against asking each rule by itself.
RSpec.describe CobaltLedger::Rules::Touching do
  def member(kind, id) = CobaltLedger::Directory::Audience::Member.new(kind, id)

  def found(policy, about)
    described_class.new(policy, directory, about).found.map do |each|
      [each.rule.id, each.how.join(", "), each.comes_to]
    end
  end

  let(:policy_of_three) do
    policy(
      rule("notes", "lock", id: "named", audience: { "any" => [{ "role" => "courier" }] },
                            when: compare("count", "greater", 1), otherwise: [{ "effect" => "unlock" }]),
      rule([], "hide", id: "section", targets: { "sections" => ["main"] }, reach: { "modes" => ["view"] },
                       audience: { "everyone" => true, "except" => [{ "group" => "custodians" }] }),
      rule("count", "require", id: "other", window: { "until" => "2026-06-30", "weekdays" => ["monday"] },
                               reach: { "units" => ["kiln"] })
    )
  end

  let(:type) { policy_of_three.record_type("loan") }

  it "finds a field by name, through its section and in conditions, with what it becomes" do
    expect(found(policy_of_three, { record_type: "loan", field: type.field("notes") })).to eq(
      [["named", "names it", "locked; otherwise open"], ["section", "through all fields under Main", "hidden"]]
    )
    expect(found(policy_of_three, { record_type: "loan", field: type.field("count") })).to eq(
      [["section", "through all fields under Main", "hidden"], ["other", "names it", "required"],
       ["named", "uses it in its condition", nil]]
    )
  end

  it "finds a person through what they are in, a group with those around it, and who is left out" do
    expect(found(policy_of_three, { member: member(:user, "ilka") })).to eq(
      [["named", "for Courier", nil], ["section", "excludes Custodians", nil], ["other", "for everyone", nil]]
    )
    expect(found(policy_of_three, { member: member(:group, "night") }).map(&:first)).to eq(%w[section other])
  end

  it "finds by unit, mode, channel and day" do
    expect(found(policy_of_three, { unit: "tidewater" }).map(&:first)).to eq(%w[named section])
    expect(found(policy_of_three, { mode: "view" }).first).to eq(["section", "viewing", nil])
    expect(found(policy_of_three, { channel: "import" }).size).to eq(3)
    expect(found(policy_of_three, { on: Date.new(2026, 6, 29) }).first.first).to eq("other")
    expect(found(policy_of_three, { on: Date.new(2026, 6, 30) }).map(&:first)).to eq(%w[named section])
    expect(found(policy_of_three, { mode: "view", unit: "kiln" }).map(&:first)).to eq(%w[section other named])
  end

  it "finds of generated policies exactly the rules that mean somebody, speak of a field and reach there", :generated do
    trials("touching", 40) do |seed|
      made = newest_policy(PolicyGenerator.new(seed).policy(self), directory)
      directory.users.product(made.record_type("loan").fields, %w[edit list],
                              %w[kiln tidewater]).each do |user, field, mode, unit|
        about = { member: member(:user, user.id), field: field, mode: mode, unit: unit, record_type: "loan" }
        told = described_class.new(made, directory, about).found
        reached = told.reject do |each|
          each.how.any? do |words|
            words.start_with?("excludes", "uses it in its condition", "names it, though")
          end
        end
        expected = made.rules.select do |each|
          each.audience.match?(directory.principals_of(user.id)) && each.targets?(field) &&
            each.reach.cover?(directory.with_above(:unit, unit), mode, each.reach.channels.first || "form")
        end
        expect(reached.map { |each| each.rule.id }).to match_array(expected.map(&:id)), "seed #{seed}"
      end
    end
  end
end
