# frozen_string_literal: true

# What is said of expectations, held against asking every record of a small world.
RSpec.describe CobaltLedger::Expectations::Checker do
  policies = 60
  world = { "stage" => [nil, "a", "b"], "count" => [nil, 0, 2, 5], "level" => [nil, 0, 3, 6], "agreed" => [nil, true] }
  tried = 120

  def checker(engine) = described_class.new(engine, at: Time.utc(2026, 3, 3, 12))

  def claim(may, **claim)
    { "id" => "c", "title" => "Claim", "never" => { "may" => may }.merge(claim.transform_keys(&:to_s)) }
  end

  # Everything that may be asked: who, where, in which mode, through what, and a few records.
  def questions(engine, users, claim, world, count, random)
    type = engine.policy.record_type("loan")
    modes = claim["modes"] || CobaltLedger::Decisions::Question::MODES
    channels = claim["channels"] || CobaltLedger::Decisions::Question::CHANNELS
    Array.new(count) do
      stored = world.transform_values { |values| values.sample(random: random) }.compact
      mode = modes.sample(random: random)
      values = mode == "create" ? { entered: stored } : { stored: stored }
      CobaltLedger::Decisions::Question.new(
        principals: engine.directory.principals_of(users.sample(random: random)), record_type: type,
        unit: %w[kiln tidewater].sample(random: random), mode: mode, channel: channels.sample(random: random),
        at: Time.utc(2026, random.rand(1..12), random.rand(1..28), random.rand(24)), **values
      )
    end
  end

  # What levels come to for each kind of claim.
  def meant(may, level)
    case may
    when "see" then !%w[hidden masked replace_only].include?(level)
    when "see_masked" then level != "hidden"
    else %w[replace_only editable required].include?(level)
    end
  end

  def shows?(engine, question, claim)
    decision = engine.decide(question)
    return false unless decision.action(question.mode == "create" ? "create" : "open").allowed?

    question.record_type.fields.any? do |field|
      concerned = claim["labels"]&.include?(field.label) || claim["fields"]&.include?(field.id)
      concerned && meant(claim["may"], decision[field.id].level)
    end
  end

  it "never calls a claim kept that some record breaks, and shows each that is broken, for #{policies} policies",
     :generated do
    told = Hash.new(0)
    trials("claims", policies) do |seed|
      random = Draws.new(seed)
      document = PolicyGenerator.new(seed).policy(self)
      engine = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      audience, users = [
        [{ "any" => [{ "role" => "courier" }] }, %w[ilka]], [{ "everyone" => true }, %w[asha ilka zora]],
        [{ "everyone" => true, "except" => [{ "user" => "asha" }] }, %w[ilka zora]]
      ].sample(random: random)
      about = [{ labels: %w[restricted] }, { labels: %w[confidential restricted] },
               { fields: %w[level], record_types: %w[loan] }].sample(random: random)
      where = [{}, { modes: %w[list] }, { modes: %w[edit view], channels: %w[form] }].sample(random: random)
      may = %w[see see_masked change].sample(random: random)
      # Frozen all through: a document is only read.
      expectation = Ractor.make_shareable(claim(may, audience: audience, **about, **where))
      expect(described_class.types(expectation, engine.policy)).to eq(["loan"])
      verdict = checker(engine).check(expectation)
      told[verdict.status] += 1
      asked = questions(engine, users, expectation["never"], world, tried, random)
      place = "seed #{seed}: #{expectation}"
      hold(engine, verdict, expectation["never"], users, asked, place)
    end

    expect(told.values_at("holds", "fails")).to all(be_positive)
  end

  def hold(engine, verdict, claim, users, asked, place)
    if verdict.status == "fails"
      question = CobaltLedger::Formats::QuestionJson.read(verdict.example, engine.policy, engine.directory)
      expect(users).to include(question.principals.user_id), place
      expect(shows?(engine, question, claim)).to be(true), "#{place}: #{verdict.example} does not show it"
    elsif verdict.holds?
      broken = asked.find { |each| shows?(engine, each, claim) }
      expect(broken&.to_h).to be_nil, "#{place} is broken by #{broken&.to_h}"
    end
  end

  describe "one question" do
    let(:loans) { engine(rule(%w[contact], "hide", audience: { "any" => [{ "role" => "courier" }] })) }

    def asked(answer, **question)
      { "id" => "q", "title" => "Asked",
        "question" => { "user" => "ilka", "record_type" => "loan", "unit" => "kiln", "mode" => "edit" }.merge(
          question.transform_keys(&:to_s)
        ), "answer" => answer }
    end

    def status(...) = checker(loans).check(asked(...)).then { |verdict| [verdict.status, verdict.words.first] }

    it "holds where each level is among those that will do, and says which is not" do
      expect(status({ "levels" => { "contact" => "hidden" },
                      "actions" => { "open" => "allowed" } })).to eq(["holds", nil])
      expect(status({ "levels" => { "contact" => %w[masked editable], "notes" => "editable" } })).to eq(
        ["fails", "Contact is hidden, not masked or editable"]
      )
    end

    it "asks for anybody who is only that, and for every record" do
      question = { "as" => { "role" => "courier" }, "any_record" => true }
      expectation = asked({ "levels" => { "contact" => "hidden" } })
      expectation["question"] = expectation["question"].except("user").merge(question)
      expect(checker(loans).check(expectation)).to be_holds
      expectation["answer"] = { "levels" => { "contact" => "read_only" } }
      expect(checker(loans).check(expectation)).to have_attributes(status: "fails", example: a_kind_of(Hash))
    end

    it "counts records that are locked as a whole among every record" do
      locking = rule([], "lock", when: compare("stage", "equal", "out"), targets: { "record" => true })
      made = CobaltLedger::Decisions::Engine.new(newest_policy(policy_document(locking), directory), directory)
      status = lambda do |levels|
        checker(made).check(asked({ "levels" => { "notes" => levels } }, any_record: true)).status
      end
      expect([status.call("editable"), status.call(%w[editable read_only])]).to eq(%w[fails holds])
    end

    it "says whether a save is refused, with what was typed" do
      refused = { "refused" => true }
      expect(status(refused, entered: { "contact" => "Ilse" }).first).to eq("holds")
      expect(status(refused, entered: { "notes" => "x" }).first).to eq("fails")
    end

    it "can’t be checked about what is missing" do
      expect(status({ "levels" => { "gone" => "hidden" } })).to eq(
        ["unaskable", "Outgoing loan has no field “gone” (/answer/levels/gone)"]
      )
      expect(status({ "refused" => true }, user: "nobody").first).to eq("unaskable")
      expect(checker(loans).check(claim("see", labels: ["secret"], audience: { "everyone" => true })).status).to eq(
        "unaskable"
      )
    end
  end

  it "proves a claim again once what broke it is mended" do
    broken = rule(%w[location], "show", audience: { "any" => [{ "role" => "courier" }] },
                                        when: compare("count", "greater", 3))
    expectation = claim("see", labels: ["restricted"], audience: { "any" => [{ "role" => "courier" }] })
    verdict = checker(engine(broken)).check(expectation)
    expect([verdict.status, verdict.words]).to eq(["fails", ["Location (Outgoing loan) is shown to Ilka Fenn"]])
    expect(verdict.lines.map { |line| line["name"] }).to include("Count")
    expect(checker(engine(broken, rule(%w[location], "hide", kind: "guardrail"))).check(expectation)).to be_holds
  end
end
