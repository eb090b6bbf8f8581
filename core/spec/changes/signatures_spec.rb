# frozen_string_literal: true

# Which signatures edits need.
RSpec.describe CobaltLedger::Changes::Signatures do
  def newest(document) = CobaltLedger::Formats::UpToDate.policy(document)
  def built(document) = CobaltLedger::Formats::PolicyJson.build(document, directory)

  # Identifiers of the approvals that leading from one document to another takes.
  def needed(from, to)
    policies = [from, to].map { |document| built(newest(document)) }
    edits = CobaltLedger::Changes::DocumentEdits.between(newest(from), newest(to))
    engines = policies.map { |policy| CobaltLedger::Decisions::Engine.new(policy, directory) }
    comparison = CobaltLedger::Changes::Comparison.new(*engines)
    described_class.new(*engines, edits) { [comparison.lines, comparison.undecided] }.needed
  end

  def ids(...) = needed(...).map { |each| each.approval.id }

  def asking(document, *approvals)
    document.merge("approval" => approvals.each_with_index.map do |each, index|
      { "id" => "a#{index}", "name" => "A", "approvers" => 1 }.merge(each.transform_keys(&:to_s))
    end)
  end

  let(:base) { policy_document(rule("location", "hide"), rule("notes", "lock", kind: "guardrail", rank: 1)) }

  it "asks for what the edit is about: any, of some record types, of guardrails" do
    from = asking(base, {}, { record_types: ["loan"] }, { guardrails: true })
    to = from.merge("rules" => [from["rules"][0].merge("title" => "Other"), from["rules"][1]])
    expect(ids(from, to)).to eq(%w[a0 a1])
    to = from.merge("rules" => [from["rules"][0], from["rules"][1].merge("title" => "Other")])
    expect(ids(from, to)).to eq(%w[a0 a1 a2])
    expect(ids(from, from)).to eq([])
  end

  it "asks for two only where something restricted is opened, also by taking its label away" do
    from = asking(base, { labels: ["restricted"], opens: true, approvers: 2 }, { labels: ["restricted"] })
    shut = from.merge("rules" => from["rules"] + [rule("location", "lock", rank: 9)])
    expect(ids(from, shut)).to eq([])
    open = from.merge("rules" => from["rules"] + [rule("location", "show", rank: 9)])
    from = from.merge("precedence" => "most_open")
    expect(ids(from, open.merge("precedence" => "most_open"))).to eq(%w[a0 a1])
    fields = loan_fields.map { |field| field["id"] == "location" ? field.merge("label" => "open") : field }
    unlabelled = from.merge("record_types" => [record_type_document(fields)])
    expect(needed(from, unlabelled).first.because).to eq("Location is restricted no longer")
  end

  it "takes every signature there is to change who signs" do
    from = asking(base, { guardrails: true }, { labels: ["restricted"], opens: true, approvers: 2 })
    expect(ids(from, from.merge("approval" => []))).to eq(%w[a0 a1])
  end

  it "misses no generated edit that opens a watched field to somebody", :generated do
    met = 0
    # Edits that open something are few: it goes on until there were some.
    trials("signatures", 15, enough: -> { met >= 3 }) do |seed|
      generator = PolicyEdits.new(seed)
      from = asking(generator.policy(self), { labels: %w[restricted confidential], opens: true })
      to = generator.edited(from)[1]
      engines = [from, to].map { |document| CobaltLedger::Decisions::Engine.new(built(newest(document)), directory) }
      opened = 80.times.map { generator.question }.find { |asked| opens?(engines, asked) } or next
      met += 1
      expect(ids(from, to)).to eq(["a0"]), "seed #{seed}: #{opened}"
    rescue CobaltLedger::BadInput
      next
    end
    expect(met).to be >= 3
  end

  # Does someone see more of a watched field, or may change more of it?
  def opens?(engines, asked)
    before, after = engines.map do |engine|
      engine.decide(CobaltLedger::Formats::QuestionJson.read(asked, engine.policy, directory))
    end
    before.fields.any? do |id, decision|
      now = after[id] or next
      labels = [decision, now].map { |each| each.field.label }
      labels.intersect?(%w[restricted confidential]) &&
        (now.state.visibility < decision.state.visibility || (now.open? && !decision.open?))
    end
  end
end
