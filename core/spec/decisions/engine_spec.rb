# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::Engine do
  let(:shared) do
    engine(
      rule("notes", "lock", audience: { "any" => [{ "role" => "registrar" }] }, when: compare("count", "at_least", 4)),
      rule("contact", "show", audience: { "any" => [{ "user" => "zora" }] })
    )
  end

  def plan_of(user, mode: "edit")
    shared.plan(shared.policy.record_type("loan"), directory.principals_of(user), "tidewater", mode, "form")
  end

  it "works people out once whom the same rules are meant for, and others apart" do
    twin =
      directory_document.merge(
        "users" => directory_document["users"] + [{ "id" => "asha2", "name" => "Asha Again", "roles" => ["registrar"] }]
      )
    people = CobaltLedger::Formats::DirectoryJson.build(twin)
    one = described_class.new(shared.policy, people)
    plans =
      %w[asha asha2 ilka zora].map do |user|
        one.plan(shared.policy.record_type("loan"), people.principals_of(user), "tidewater", "edit", "form")
      end
    expect(plans[0]).to equal(plans[1])
    expect(plans.map(&:object_id).uniq.size).to eq(3)
    expect(plan_of("asha", mode: "view")).not_to equal(plan_of("asha"))
  end

  it "names the right person in the reasoning of people who share a plan" do
    %w[asha ilka].each do |user|
      line = shared.decide(question(shared, user: user), reasoning: ["contact"]).reasoning["contact"].rules.lines[0]
      expect(line.standing.because).to eq("applies only to Zora Nightingale, not to #{directory.name_of(:user, user)}")
    end
  end

  it "answers alike from many threads at once" do
    answers =
      Array
        .new(8) do |number|
          Thread.new do
            Array.new(50) { |turn| level(shared, "notes", user: number.even? ? "asha" : "ilka", count: turn % 8) }
          end
        end
        .map(&:value)
    expected = [0, 1].map { |odd| Array.new(50) { |turn| odd.zero? && turn % 8 >= 4 ? "read_only" : "editable" } }
    answers.each_with_index { |found, number| expect(found).to eq(expected[number % 2]) }
  end

  it "goes on answering rightly when more combinations have come by than it remembers" do
    many =
      (1..13).map { |number| rule("notes", number.odd? ? "lock" : "unlock", when: compare("count", "equal", number)) }
    wide = engine(*many)
    stub_const("CobaltLedger::Decisions::Slot::MEMORY", 4)
    found = (1..13).map { |number| level(wide, "notes", count: number) }
    expect(found).to eq((1..13).map { |number| number.odd? ? "read_only" : "editable" })
  end

  it "takes what is entered before what is stored, and leaves the stored alone" do
    asked = question(shared, count: 1)
    changed = asked.with(entered: { "count" => 5 })
    expect(shared.decide(changed)["notes"].level).to eq("read_only")
    expect(shared.decide(asked)["notes"].level).to eq("editable")
    expect(shared.decide(changed).question.to_h).to include("stored" => { "count" => 1 }, "entered" => { "count" => 5 })
  end

  it "gives away nothing of what is hidden, and only the mask of what is masked" do
    plain = engine
    decision = plain.decide(question(plain, contact: "Ilse Marrow", location: "Bay 4", notes: "x", count: "unreadable"))
    expect(decision.disclosed).to eq(
      "number" => nil, "stage" => nil, "value" => nil, "total" => nil, "contact" => "••••••", "notes" => "x"
    )
    expect(decision.disclosed.to_s).not_to include("Ilse", "Bay 4", "unreadable")
  end
end
