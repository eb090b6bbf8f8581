# frozen_string_literal: true

RSpec.describe CobaltLedger::Changes::DocumentEdits do
  let(:base) { policy_document(rule("notes", "lock"), rule("contact", "show")) }

  def edit(kind, id, before, after) = CobaltLedger::Changes::Edit.new(kind: kind, id: id, before: before, after: after)

  it "leaves the given document as it was" do
    frozen = Marshal.load(Marshal.dump(base))
    described_class.apply(
      base, [edit("rule", "r1", base["rules"][0], nil), edit("setting", "name", "Examples", "Other")]
    )
    expect(base).to eq(frozen)
  end

  it "puts a changed subject where it stood, and a new one at the end" do
    changed = base["rules"][0].merge("title" => "Other")
    added = rule("notes", "hide")
    result =
      described_class.apply(
        base, [edit("rule", "r1", base["rules"][0], changed), edit("rule", added["id"], nil, added)]
      )
    expect(result["rules"].map { |each| each["title"] }).to eq(["Other", "Rule 2", "Rule 3"])
  end

  it "removes, changes settings, and finds subjects of every kind" do
    result =
      described_class.apply(
        base, [edit("rule", "r1", base["rules"][0], nil), edit("setting", "name", "Examples", "Other")]
      )
    expect(result["rules"].map { |each| each["id"] }).to eq(["r2"])
    expect(described_class.find(result, "setting", "name")).to eq("Other")
    expect(described_class.find(result, "record_type", "loan")["name"]).to eq("Outgoing loan")
    expect(described_class.find(result, "rule", "r1")).to be_nil
  end

  it "finds nothing between equal documents, whatever the order of their lists" do
    shuffled = base.merge("rules" => base["rules"].reverse)
    expect(described_class.between(base, shuffled)).to be_empty
  end

  it "tells new, dropped and changed fields of a record type apart" do
    fields =
      loan_fields
        .reject { |each| each["id"] == "location" }
        .map { |each| each["id"] == "notes" ? each.merge("name" => "Remarks") : each }
    after = base.merge("record_types" => [record_type_document(fields + [field("weight", "decimal")])])
    edits = described_class.between(base, after)
    policies = [base, after].map { |document| CobaltLedger::Formats::PolicyJson.build(document, directory) }
    account = CobaltLedger::Changes::Account.new(*policies, directory).of(edits.first)
    expect(account).to eq(
      "title" => "Record type Outgoing loan",
      "lines" => ["New fields: Weight", "Removed fields: Location", "Remarks: name “Notes” becomes “Remarks”"]
    )
  end

  it "names each part of a rule that changed beside its sentence" do
    changed = base["rules"][0].merge("title" => "Firm", "rank" => 7, "state" => "off")
    after = described_class.apply(base, [edit("rule", "r1", base["rules"][0], changed)])
    policies = [base, after].map { |document| CobaltLedger::Formats::PolicyJson.build(document, directory) }
    lines =
      CobaltLedger::Changes::Account.new(*policies, directory).of(described_class.between(base, after).first)["lines"]
    expect(lines).to include("Title: Rule 1 becomes Firm", "Rank: 1 becomes 7", "State: none becomes off")
  end

  it "leads back from any document to any other, whatever either leaves unsaid: nobody meets a difference",
     :generated do
    done = 0
    trials("restored", 60) do |seed|
      old, newer = [seed, seed + 10_000].map do |each|
        said(each, PolicyGenerator.new(each).policy(self))
      end
      restored = described_class.apply(newer, described_class.between(newer, old, whole: true))
      expect(described_class.between(old, restored, whole: true)).to eq([]), "seed #{seed}"
      engines = [old, restored].map do |document|
        CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
      end
      comparison = CobaltLedger::Changes::Comparison.new(*engines)
      expect(comparison.lines + comparison.undecided).to eq([]), "seed #{seed}: #{comparison.lines.first}"
      done += 1
    rescue CobaltLedger::BadInput
      next
    end
    expect(done).to be > 30
  end

  # A policy with some settings said, and some not.
  def said(seed, document)
    random = Draws.new(seed)
    claim = { "may" => "see", "labels" => ["restricted"], "audience" => { "everyone" => true } }
    settings = {
      "time_zone" => "Europe/London", "limits" => { "look_seconds" => 30 },
      "places" => [{ "id" => "hall", "name" => "Hall" }],
      "expectations" => [{ "id" => "e", "title" => "E", "never" => claim }]
    }
    settings.select! { random.rand < 0.5 }
    document = document.except("precedence") if random.rand < 0.3
    CobaltLedger::Formats::UpToDate.policy(document).merge(settings)
  end

  describe "the account of a setting" do
    def told(name, before, after)
      account = CobaltLedger::Changes::Account.new(policy, policy, directory)
      account.of(edit("setting", name, before, after)).values_at("title", "lines")
    end

    it "says what becomes of a text, of members and of a list" do
      expect(told("time_zone", nil, "Europe/London")).to eq(["Time zone", ["none becomes Europe/London"]])
      expect(told("limits", { "look_seconds" => 30 }, { "look_seconds" => 40, "journal_days" => 90 })).to eq(
        ["Limits", ["Look seconds: 30 becomes 40", "Journal days: none becomes 90"]]
      )
      two = [{ "id" => "a", "name" => "Guardrails", "approvers" => 1 },
             { "id" => "b", "name" => "Labels", "approvers" => 1 }]
      changed = [two[0].merge("approvers" => 2), { "id" => "c", "name" => "All", "approvers" => 1 }]
      expect(told("approval", two, changed)).to eq(
        ["Who signs", ["Before: Guardrails: 1 signature for edits", "Guardrails: 2 signatures for edits",
                       "Removed: Labels: 1 signature for edits", "All: 1 signature for edits"]]
      )
      places = [{ "id" => "quay", "name" => "Quay", "networks" => ["10.0.0.0/8"] },
                { "id" => "yard", "name" => "Yard" }]
      expect(told("places", places, [places[0].merge("networks" => []), { "id" => "attic", "name" => "Attic" }])).to eq(
        ["Places", ["Quay: networks 10.0.0.0/8 becomes none", "Yard goes", "Attic is new"]]
      )
    end
  end
end
