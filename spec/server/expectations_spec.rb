# frozen_string_literal: true

RSpec.describe "Expectations" do
  before { sign_in("mairin") }

  let(:volunteers) do
    { "any" => [{ "role" => "volunteer" }], "except" => [{ "group" => "tercentenary-project" }] }
  end
  let(:claim) do
    { "id" => "volunteers", "title" => "Volunteers see nothing restricted", "group" => "Restricted",
      "never" => { "may" => "see", "labels" => ["restricted"], "audience" => volunteers,
                   "modes" => %w[view edit list] } }
  end

  def keep(document, if_match: nil)
    call(:put, "/api/expectations/#{document['id']}", { expectation: document }, if_match: if_match)
  end

  def listed(id)
    call(:get, "/api/expectations?state=pending")
    answer["items"].find { |each| each["expectation"]["id"] == id }
  end

  def type_of(id) = Server::PolicyStore.instance.pending.document["record_types"].find { |each| each["id"] == id }

  # A field of the study visit that volunteers see, made restricted.
  def restrict_what_they_see
    type = type_of("study-visit")
    field = type["fields"].find { |each| each["label"] != "restricted" && seen?(each) }
    fields = type["fields"].map { |each| each == field ? restricted(each) : each }
    after = type.merge("fields" => fields)
    Server::PolicyEditor.new("Mairin Okafor").put("record_type", "study-visit", after, if_match: :any)
    field["id"]
  end

  def seen?(field)
    one = { "may" => "see", "fields" => [field["id"]], "record_types" => ["study-visit"], "audience" => volunteers,
            "modes" => ["view"] }
    call(:post, "/api/expectations/try",
         { expectation: { "id" => "x", "title" => "x", "never" => one }, state: "pending" })
    answer["status"] == "fails"
  end

  def restricted(field)
    field.merge("label" => "restricted", "baseline" => { "visibility" => "shown", "entry" => "locked" })
  end

  it "fail with an example, keep a change set from taking force, and hold after the remedy" do
    expect(keep(claim)).to eq(200)
    expect(listed("volunteers")["verdict"]).to include("status" => "holds")
    field = restrict_what_they_see
    found = listed("volunteers")["verdict"]
    expect(found).to include("status" => "fails", "example" => a_hash_including("record_type" => "study-visit"))
    expect(publish).to eq(409)
    expect(answer["type"]).to end_with("expectations-fail")
    call(:get, "/api/overview")
    expect(answer["expectations"]["unmet"]).to be >= 1
    add_rule(record_type: "study-visit", kind: "guardrail", targets: { "fields" => [field] }, audience: volunteers,
             effects: [{ "effect" => "hide" }])
    expect(listed("volunteers")["verdict"]).to include("status" => "holds")
    sign
    expect(publish).to eq(201)
  end

  it "are edited by version, each in its own change set, and go with the policy" do
    keep(claim)
    etag = listed("volunteers")["etag"]
    expect(keep(claim.merge("title" => "Other"))).to eq(409)
    expect(keep(claim.merge("title" => "Other"), if_match: etag)).to eq(200)
    expect(keep(claim.merge("title" => "Third"), if_match: etag)).to eq(412)
    publish
    call(:get, "/api/expectations?state=in_force")
    told = answer["items"].map { |each| each.values_at("status") << each["expectation"]["title"] }
    expect(told.last).to eq(%w[in_force Other])
    expect(call(:delete, "/api/expectations/volunteers", nil, if_match: listed("volunteers")["etag"])).to eq(200)
    expect(listed("volunteers")).to be_nil
  end

  it "about a field that went can’t be checked any more, and hold nothing up unseen" do
    keep({ "id" => "one", "title" => "One",
           "question" => { "user" => "tomas.reyl", "record_type" => "outgoing-loan", "unit" => "the-kiln-works",
                           "mode" => "edit" },
           "answer" => { "levels" => { "gone" => "hidden" } } })
    expect(last_response.status).to eq(200)
    expect(listed("one")["verdict"]).to include("status" => "unaskable")
    expect(publish).to eq(409)
    expect(answer["detail"]).to include("has no field “gone”")
  end

  it "that could not be decided hold nothing up once that is known" do
    keep(claim)
    digest = Server::Kept.of(Server::ChangeSet.current).send(:digests)["volunteers"]
    undecided = { "id" => "volunteers", "title" => claim["title"], "status" => "undecided",
                  "words" => ["not every record"] }
    Server::KeptAnswer.keep(digest => undecided)
    expect(publish).to eq(409)
    expect(answer["expectations"].map { |each| each["status"] }).to eq(["undecided"])
    known = { revision: Server::ChangeSet.current.revision, known: ["expectation:volunteers"] }
    expect(call(:post, "/api/change-set/publish", known)).to eq(201)
  end

  it "checks again only what an edit touches" do
    keep(claim.merge("never" => claim["never"].merge("record_types" => ["study-visit"])))
    listed("volunteers")
    unknown = -> { Server::Kept.of(Server::ChangeSet.current).standing["unknown"] }
    expect(unknown.call).to eq(0)
    add_rule(record_type: "acquisition-file", targets: { "fields" => ["valuation"] })
    # Only the sample's expectation about every record type is touched.
    expect(unknown.call).to eq(1)
    listed("volunteers")
    add_rule(record_type: "study-visit", targets: { "fields" => [type_of("study-visit")["fields"][1]["id"]] })
    expect(unknown.call).to eq(2)
  end

  describe "drawn up from a question" do
    def draft(question, field = nil, state: "in_force")
      asked = { record_type: "outgoing-loan", unit: "tidewater-house", mode: "edit", channel: "form" }.merge(question)
      call(:post, "/api/expectations/draft", { question: asked, field: field, state: state }.compact)
      answer
    end

    def tried(drawn)
      call(:post, "/api/expectations/try", { expectation: { id: "x", title: "x" }.merge(drawn), state: "in_force" })
      answer
    end

    it "hold as they are drawn: of a form with its typed values, of a cell, of a role, of an action" do
      expect(tried(draft({ as: "user:tomas.reyl", record: "LN-0042", entered: { item_count: 3 } }))).to include(
        "status" => "holds"
      )
      cell = draft({ as: "role:courier" }, "borrower_contact")
      expect(cell["question"]).to include("as" => { "role" => "courier" }, "any_record" => true)
      expect(tried(cell)).to include("status" => "holds")
      expect(tried(draft({ as: "everyone:" }, "action/open"))).to include("status" => "holds")
    end

    it "carry nothing that a label covers, for more people read a policy than records" do
      Server::Record.find_by!(number: "LN-0042").then do |record|
        record.values = record.values.merge("unit_value" => "77123.00", "security_notes" => "Canary 5512")
        record.save!
      end
      sign_in("zora")
      drawn = draft({ as: "user:tomas.reyl", record: "LN-0042" })
      expect(last_response.body).not_to match(/77123|5512/)
      expect(drawn["question"]["stored"].keys & %w[unit_value insured_total store_location security_notes]).to eq([])
      expect(tried(drawn)).to include("status" => "holds")
    end
  end
end
