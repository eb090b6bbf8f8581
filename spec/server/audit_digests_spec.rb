# frozen_string_literal: true

# What of the audit is proved again after an edit, and what is not.
RSpec.describe Server::AuditDigests do
  before { SampleDatabase.fresh }

  def digests = described_class.of(Server::PolicyStore.instance.pending)

  # Record types of which something has to be proved again once the block has run.
  def touched
    before = digests
    yield
    digests.reject { |id, digest| before[id] == digest }.keys
  end

  def put(kind, id, document) = Server::PolicyEditor.new("Mairin").put(kind, id, document, if_match: :any)

  def found(kind, id)
    CobaltLedger::Changes::DocumentEdits.find(Server::PolicyStore.instance.pending.document, kind, id)
  end

  def all = Server::PolicyStore.instance.pending.policy.record_types.keys

  it "is the same for the same, whichever state it is in" do
    expect(digests).to eq(described_class.of(Server::PolicyStore.instance.in_force))
    expect(digests.values.uniq.size).to eq(all.size)
  end

  it "touches one record type where a rule, the type or a field's own precedence changes" do
    rule = Server::PolicyStore.instance.pending.policy.rules_of("study-visit").first
    expect(touched { put("rule", rule.id, found("rule", rule.id).merge("title" => "Another title")) }).to eq(
      ["study-visit"]
    )
    expect(touched { put("rule", rule.id, nil) }).to eq(["study-visit"])
    type = found("record_type", "outgoing-loan")
    expect(
      touched do
        put(
          "record_type",
          "outgoing-loan",
          type.merge(
            "fields" =>
              type["fields"].map do |field|
                field["id"] == "loan_fee" ? field.merge("precedence" => "most_open") : field
              end
          )
        )
      end
    ).to eq(["outgoing-loan"])
  end

  it "touches what refers to a record type too, whose fields its conditions may look at" do
    type = found("record_type", "collection-object")
    referring =
      Server::PolicyStore
        .instance
        .pending
        .policy
        .record_types
        .values
        .select { |each| each.fields.any? { |field| field.refers_to == "collection-object" } }
        .map(&:id)
    expect(referring).not_to be_empty
    expect(
      touched { put("record_type", "collection-object", type.merge("plural" => "Things in the collection")) }
    ).to match_array(referring | ["collection-object"])
  end

  it "touches all where the precedence of the policy, a label or the people change" do
    expect(touched { put("setting", "precedence", "most_open") }).to match_array(all)
    expect(
      touched { put("label", "restricted", found("label", "restricted").merge("name" => "Kept close")) }
    ).to match_array(all)
    people = CobaltLedger::Formats::StrictJson.read(File.binread("demo/directory.json"))
    expect(
      touched { Server::DirectoryVersion.keep(people.merge("users" => people["users"].drop(1)), by: "Mairin") }
    ).to match_array(all)
  end

  it "is another on another day" do
    before = digests
    allow(Date).to receive(:today).and_return(Date.today + 1)
    expect(digests.values & before.values).to eq([])
  end
end
