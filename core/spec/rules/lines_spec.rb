# frozen_string_literal: true

# Rules that say different things of different fields.
RSpec.describe CobaltLedger::Rules::Line do
  def lined(*lines, **more)
    rule([], "lock", **more).except("targets", "effects").merge("lines" => lines)
  end

  def line(fields, *effects, otherwise: nil)
    { "fields" => Array(fields), "effects" => effects.map { |each| { "effect" => each } },
      "otherwise" => otherwise&.map { |each| { "effect" => each } } }.compact
  end

  def version_two(*rules) = policy_document(*rules).merge("version" => 2)
  def built(document) = CobaltLedger::Formats::PolicyJson.build(document, directory)

  def refused(document)
    built(document)
    []
  rescue CobaltLedger::BadInput => e
    e.faults.map(&:to_s)
  end

  it "read back as one sentence, each with its fields, and the otherwise of each with its own" do
    signed = lined(line("count", "lock", otherwise: ["unlock"]), line("notes", "require"),
                   when: compare("stage", "equal", "signed"), reach: { "modes" => ["edit"] },
                   audience: { "any" => [{ "role" => "registrar" }] })
    policy = built(version_two(signed))
    expect(CobaltLedger::Rules::Sentence.new(policy.rules[0], policy, directory).to_s).to eq(
      "For Registrar, editing an outgoing loan, when Stage is Signed: Count is locked; Notes is required; " \
      "otherwise Count is open."
    )
  end

  it "decide each of their own fields, and by their otherwise where the condition does not hold" do
    signed = lined(line("count", "lock", otherwise: ["require"]), line("notes", "hide"),
                   when: compare("stage", "equal", "signed"))
    policy = built(version_two(signed))
    engine = CobaltLedger::Decisions::Engine.new(policy, directory)
    levels = %w[signed out].map do |stage|
      question = CobaltLedger::Formats::QuestionJson.read(
        { "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => "edit",
          "stored" => { "stage" => stage } }, policy, directory
      )
      engine.decide(question).fields.values_at("count", "notes").map(&:level)
    end
    expect(levels).to eq([%w[read_only hidden], %w[required editable]])
  end

  it "are refused where two decide the same of one field, name nothing, or have an otherwise without a condition" do
    twice = lined(line("notes", "lock"), { "sections" => ["main"], "effects" => [{ "effect" => "unlock" }] })
    expect(refused(version_two(twice))).to eq(
      ["/rules/0/lines/1/effects/0: another line already decides the entry of Notes"]
    )
    expect(refused(version_two(lined(line("notes", "lock"), line("notes", "require"))))).to eq([])
    expect(refused(version_two(lined(line([], "lock"))))).to eq(
      ["/rules/0/lines/0: name at least one field, section or action, or the record"]
    )
    expect(refused(version_two(lined(line("notes", "lock", otherwise: ["unlock"]))))).to eq(
      ["/rules/0/lines/0/otherwise: a line without a condition can’t have an “otherwise”"]
    )
    expect(refused(version_two(lined))).to eq(["/rules/0/lines: must not be empty"])
  end

  it "take the place of what version 1 said, which is still read" do
    old = policy_document(rule(%w[notes count], "lock", "show", when: compare("stage", "equal", "out"),
                                                                otherwise: [{ "effect" => "hide" }]))
    newer = CobaltLedger::Formats::UpToDate.policy(old)
    expect(newer).to include("version" => 2)
    expect(newer["rules"][0]).not_to include("targets", "effects", "otherwise")
    expect(CobaltLedger::Formats::UpToDate.policy(newer)).to equal(newer)
    expect(refused(newer)).to eq([])
  end

  it "come to what version 1 came to, on generated policies", :generated do
    trials("version 1", 30) do |seed|
      old = PolicyGenerator.new(seed).policy(self)
      old["rules"].select! { |rule| rule["targets"].keys.intersect?(%w[fields sections]) }
      engines = [old, CobaltLedger::Formats::UpToDate.policy(old)].map do |document|
        CobaltLedger::Decisions::Engine.new(built(document), directory)
      end
      compared = CobaltLedger::Changes::Comparison.new(*engines)
      expect([compared.lines, compared.undecided]).to eq([[], []]), "seed #{seed}"
    end
  end

  it "come to what rules of one line each come to, on generated policies", :generated do
    differing = 0
    trials("lines", 25) do |seed|
      edits = PolicyEdits.new(seed)
      whole = with_lines(CobaltLedger::Formats::UpToDate.policy(edits.policy(self)), Draws.new(seed))
      engines = [whole, apart(whole)].map { |each| CobaltLedger::Decisions::Engine.new(built(each), directory) }
      differing += 1 if whole["rules"].any? { |rule| rule["lines"].size > 1 }
      20.times do
        question = edits.question
        answers = engines.map { |engine| met(engine, question) }
        expect(answers[0]).to eq(answers[1]), "seed #{seed}: #{question}"
      end
    end
    expect(differing).to be_positive
  end

  # Rules with lines put together: each takes over what another says of fields it does not speak of itself.
  def with_lines(document, random)
    rules = document["rules"].map do |rule|
      others = document["rules"].flat_map { |each| each["lines"] }.select { |line| line["fields"] && fits?(line, rule) }
      rule.merge("lines" => others.sample(2, random: random).reduce(rule["lines"]) do |lines, each|
        joined(lines, each)
      end)
    end
    document.merge("rules" => rules)
  end

  def fits?(line, rule) = rule["when"] || !line["otherwise"]

  # A line is taken over for those of its fields that no other speaks of.
  def joined(lines, line)
    return lines if lines.any? { |each| each["sections"] }

    free = line["fields"] - lines.flat_map { |each| each["fields"] }
    free.empty? ? lines : lines + [line.merge("fields" => free)]
  end

  # The same with one rule a line, one after the other.
  def apart(document)
    rules = document["rules"].flat_map do |rule|
      rule["lines"].each_with_index.map do |line, place|
        rule.merge("id" => "#{rule['id']}-#{place}", "rank" => (rule["rank"] * 10) + place, "lines" => [line])
      end
    end
    document.merge("rules" => rules)
  end

  def met(engine, question)
    decision = engine.decide(CobaltLedger::Formats::QuestionJson.read(question, engine.policy, directory))
    [decision.fields.transform_values(&:state), decision.values, decision.loop.empty?,
     decision.offers.map { |each| [each.field.id, each.value] }, decision.objections.map(&:message)]
  end
end
