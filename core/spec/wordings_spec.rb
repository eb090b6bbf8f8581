# frozen_string_literal: true

# What the sample policies read as: kept as a text, so that each change of a wording is seen in review.
# COBALT_WORDINGS=write writes it anew.
RSpec.describe "The wordings of the sample policies" do
  root = File.expand_path("../..", __dir__)
  file = File.join(root, "spec/fixtures/wordings.txt")
  now = Time.utc(2026, 6, 1, 12)
  read = ->(name) { JSON.parse(File.read(File.join(root, "demo", name))) }
  people = CobaltLedger::Formats::DirectoryJson.build(read.call("directory.json"))
  engine = lambda do |document|
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, people), people)
  end

  # Edits of the sample policy: the rule, and what is done to it.
  edits = {
    "ol-signed-loans-keep-their-figures" => ->(rule) { rule["when"]["right"]["values"].delete("signed") },
    "ol-leaving-date-holds-once-approved" => ->(rule) { rule["when"]["right"]["values"].push("proposed") },
    "ol-couriers-keep-the-last-three-digits" => ->(rule) { rule["lines"][0]["effects"][0]["mask"]["count"] = 4 },
    "ol-costly-loans-name-a-courier" => ->(rule) { rule["when"]["right"]["value"] = 5 },
    "ol-volunteers-never-see-money" => ->(rule) { rule["state"] = "off" },
    "ol-the-director-signs-first" => ->(rule) { rule["state"] = "off" }
  }.freeze

  define_method(:rules) do
    %w[policy.json flawed-policy.json].flat_map do |name|
      policy = engine.call(read.call(name)).policy
      policy.rules.map { |rule| "#{rule.title}: #{CobaltLedger::Rules::Sentence.new(rule, policy, people)}" }
    end
  end

  define_method(:reasoning) do
    policy = engine.call(read.call("policy.json"))
    %w[tomas.reyl asha.brandt].flat_map do |user|
      document = read.call("question.json").merge("user" => user, "at" => now.iso8601)
      decision = policy.decide(CobaltLedger::Formats::QuestionJson.read(document, policy.policy, people))
      fields = decision.question.record_type.fields
      accounts = policy.explain(decision, fields.map(&:id))
      fields.flat_map { |field| account(policy, accounts.fetch(field.id), field) }
    end.uniq
  end

  def account(engine, account, field)
    told = CobaltLedger::Formats::ReasoningJson.new(engine.method(:sentence)).write(account)
    lines = told["stages"].flat_map { |stage| stage["entries"] }
    lines.filter_map { |entry| entry["because"] || entry["words"] }.map { |words| "#{field.name}: #{words}" }
  end

  define_method(:findings) do
    document = read.call("flawed-policy.json")
    run = CobaltLedger::Audit::Run.new(engine.call(document), document["rules"], at: now)
    run.findings.flat_map { |finding| [finding.words, *finding.remedies.map { |remedy| "  #{remedy.words}" }] }
  end

  define_method(:accounts) do
    before = read.call("policy.json")
    edits.flat_map do |id, edit|
      after = JSON.parse(JSON.generate(before))
      rule = after["rules"].find { |each| each["id"] == id }
      edit.call(rule)
      engines = [before, after].map { |document| engine.call(document) }
      lines, undecided = CobaltLedger::Changes::Comparison.new(*engines, since: now).of(rule["record_type"])
      told = CobaltLedger::Changes::Wording.new(engines.map(&:policy), people).told(lines, undecided)
      [rule["title"], *told.map { |words| "  #{words}" }]
    end
  end

  it "are these" do
    parts = { "Rules" => rules, "Reasoning" => reasoning, "Findings" => findings, "Accounts of edits" => accounts }
    text = parts.map { |title, lines| "# #{title}\n\n#{lines.join("\n")}\n" }.join("\n")
    File.write(file, text) if ENV["COBALT_WORDINGS"] == "write"
    expect(text.lines).to eq(File.readlines(file))
  end
end
