# frozen_string_literal: true

# What of the typing counts when someone has changed their mind.
RSpec.describe CobaltLedger::Decisions::Typing do
  histories = 150
  domain = {
    "stage" => %w[a b c], "count" => [0, 1, 5, 9], "level" => [1, 5], "agreed" => [true, false],
    "contact" => %w[Ilse x], "notes" => %w[mercury plain]
  }.freeze
  shut = %w[hidden masked locked].freeze

  def judge(engine, changes, **asked)
    CobaltLedger::Decisions::Saving.new(engine).judge(question(engine, **asked), changes)
  end

  # Grades are there for jobs with a lead who is a registrar, and are cleared otherwise; hours are kept.
  let(:jobs) do
    lead = {
      "not" => {
        "compare" => "member_of",
        "left" => {
          "field" => "lead"
        },
        "right" => {
          "members" => [{ "role" => "registrar" }]
        }
      }
    }
    engine(
      rule("grade", { "effect" => "hide", "clear" => true }, title: "Grades wait for a lead", when: lead),
      rule("hours", "hide", when: lead),
      rule("plan", "lock", when: lead),
      fields: [
        field("lead", "person"), field("grade"), field("hours", "integer"), field("plan"),
        field("secret", label: "restricted")
      ]
    )
  end

  it "keeps what was typed before something closed its field, and clears what is hidden to be cleared" do
    verdict =
      judge(
        jobs, { "lead" => "ilka", "grade" => "fair", "hours" => 9, "plan" => "x" },
        lead: "asha", grade: "poor", hours: 4, plan: "y"
      )
    expect(verdict.accepted).to be(true)
    expect(verdict.stored).to eq("lead" => "ilka", "grade" => nil, "hours" => 9, "plan" => "x")
    expect(verdict.aside).to eq([])
  end

  it "goes back to what is stored where a field was open only for a while" do
    # From ilka to asha, who opens the fields, and on to zora, who closes them again.
    verdict =
      judge(
        jobs, { "lead" => "zora", "grade" => "fair", "hours" => 9, "plan" => "x" },
        lead: "ilka", grade: "poor", hours: 4, plan: "y"
      )
    expect(verdict.stored).to eq("lead" => "zora", "grade" => nil, "hours" => 4, "plan" => "y")
    expect(verdict.aside.map { |each| [each.field.id, each.kind] }).to contain_exactly(
      %w[grade hidden], %w[hours hidden], %w[plan locked]
    )
  end

  it "says what of the typing is not saved, where the fields opened only for a while" do
    verdict = judge(jobs, { "lead" => "ilka", "grade" => "fair", "hours" => 9, "plan" => "x" }, mode: "create")
    expect(verdict.accepted).to be(true)
    expect(verdict.stored.compact).to eq("lead" => "ilka")
    expect(verdict.aside.map(&:words)).to contain_exactly(
      "Grade is hidden, by rule 1 Grades wait for a lead, so the typed value is not saved",
      a_string_starting_with("Hours is hidden"), a_string_starting_with("Plan is locked")
    )
  end

  it "takes a value that can't be read for nothing once its field has closed" do
    expect(
      judge(jobs, { "lead" => "ilka", "hours" => "many" }, mode: "create").aside.map { |each| each.field.id }
    ).to eq(["hours"])
    expect(judge(jobs, { "lead" => "asha", "hours" => "many" }, mode: "create").accepted).to be(false)
  end

  it "goes on refusing what nothing that was typed could have opened" do
    verdict = judge(jobs, { "lead" => "ilka", "secret" => "x" }, mode: "create")
    expect(verdict.refusals.map { |each| [each.field, each.kind] }).to eq([%w[secret hidden]])
    expect(judge(jobs, { "hours" => 9 }, lead: "ilka", hours: 4).accepted).to be(false)
  end

  it "refuses where it can't be told which of two values that shut each other out was to stand" do
    crossed =
      engine(
        rule("value", "lock", when: compare("count", "equal", 2)),
        rule("count", "lock", when: compare("value", "equal", 20))
      )
    expect(judge(crossed, { "value" => 20, "count" => 2 }, value: 1, count: 1).refusals.map(&:kind)).to eq(["locked"])
  end

  it "lets nobody create what is closed to them, and an empty change change nothing" do
    closed = engine(rule(%w[stage count value contact location notes], "lock"))
    expect(judge(closed, {}, mode: "create").refusals.map(&:words)).to eq(
      ["No field of a new outgoing loan can be edited by you, so you can’t create one"]
    )
    expect(judge(closed, {}, count: 2).accepted).to be(true)
    writing = engine(rule("notes", { "effect" => "set", "to" => { "value" => "seen" } }))
    expect(judge(writing, { "count" => 2 }, count: 2).stored).to eq("count" => 2)
    expect(judge(writing, { "count" => 3 }, count: 2).stored).to eq("count" => 3, "notes" => "seen")
  end

  # The largest sets of changes that can be made in some order: Array of Array of identifiers.
  def largest(engine, question, typed)
    open =
      Hash.new do |known, made|
        known[made] = engine
          .decide(question.with(entered: typed.slice(*made)))
          .fields
          .select { |_, field| field.open? }
          .keys
      end
    reached = [[]]
    loop do
      further = reached.flat_map { |made| (open[made] & (typed.keys - made)).map { |id| (made + [id]).sort } }.uniq
      return reached if further.empty?

      reached = further
    end
  end

  # Types at random, now and then into the same field again, as the form lets one: Hash of what was typed last.
  def history(engine, question, random, domain)
    typed = {}
    random.rand(1..14).times do |step|
      counted = described_class.new(engine, engine.decide(question), typed).kept
      open = engine.decide(question.with(entered: counted)).fields.select { |_, field| field.open? }.keys & domain.keys
      next if open.empty?

      # Now and then back to what was typed before: that is how minds are changed.
      id =
        (step > 2 && random.rand < 0.6 ? open & typed.keys : open).sample(random: random) ||
        open.sample(random: random)
      typed = typed.merge(id => domain[id].sample(random: random))
    end
    typed
  end

  # Rules that open fields only while something else is chosen, so that minds can be changed.
  def opening_for_a_while(document, random)
    closers =
      Array.new(3) do |number|
        asked = [
          compare("stage", "equal", "b"), compare("agreed", "equal", true), compare("count", "greater", 1)
        ].sample(random: random)
        effect = ["lock", "hide", { "effect" => "hide", "clear" => true }].sample(random: random)
        rule(%w[contact notes level].sample(random.rand(1..2), random: random), effect, when: { "not" => asked }).merge(
          "id" => "closer-#{number}", "rank" => 50 + number
        )
      end
    document.merge("rules" => document["rules"] + closers)
  end

  it "keeps the largest part that some order allows, whatever was taken back (#{histories} histories)", :generated do
    counted = Hash.new(0)
    # Until something was put aside a few times: that is rare.
    trials("histories", histories, enough: -> { counted[:aside] > 2 }) do |seed|
      random = Draws.new(seed)
      generator = PolicyGenerator.new(seed)
      document = generator.policy(self)
      document = opening_for_a_while(document, random) if (seed % 3).positive?
      engine =
        CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      question =
        CobaltLedger::Formats::QuestionJson.read(
          generator.question.merge("mode" => %w[edit create][seed % 2], "entered" => {}), engine.policy, directory
        )
      question = question.with(stored: {}) if question.mode == "create"
      typed = history(engine, question, random, domain)
      hold(engine, question, typed, shut, counted, "seed #{seed}: #{typed} on #{question.stored}")
    end
    expect(counted[:whole]).to be_positive
    expect(counted[:aside]).to be > 2
  end

  def hold(engine, question, typed, shut, counted, words)
    typing = described_class.new(engine, engine.decide(question), typed)
    sets = largest(engine, question, typing.changes)
    expect(sets).to include(typing.kept.keys.sort), words
    expect(typing.forbidden).to be_empty, words
    counted[typing.aside.empty? ? :whole : :aside] += 1

    saving = CobaltLedger::Decisions::Saving.new(engine)
    # What the form says it would save is never refused for a field that has closed.
    expect(closed(saving.judge(question, typing.kept), shut)).to eq([]), words
    verdict = saving.judge(question, typed)
    expect(closed(verdict, shut).any?).to eq(sets.size > 1), words
    expect_final_state(engine, question, verdict, sets.first, typed, words) if verdict.accepted
  end

  # Fields that a save was refused for because they are closed.
  def closed(verdict, shut) = verdict.refusals.select { |each| each.field && shut.include?(each.kind) }

  # Stored is what the form holds in the end: what counts of the typing, and what rules write over it.
  def expect_final_state(engine, question, verdict, kept, typed, words)
    ends = engine.decide(question.with(entered: typed.slice(*kept)))
    question.record_type.fields.each do |field|
      if %w[auto_number computed].include?(field.kind_name) ||
         ends.values[field.id].is_a?(CobaltLedger::Conditions::Unreadable)
        next
      end
      next if verdict.stored == question.stored

      expect(CobaltLedger::Decisions::Values.read(field, verdict.stored[field.id])).to(
        eq(ends.values[field.id]), "#{field.id}, #{words}"
      )
    end
  end
end
