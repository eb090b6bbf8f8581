# frozen_string_literal: true

RSpec.describe "Approval" do
  before do
    sign_in("mairin")
    require_signatures({ "id" => "all", "name" => "Every change", "approvers" => 1 },
                       { "id" => "guard", "name" => "Guardrails", "approvers" => 2, "guardrails" => true })
  end

  # Puts in force who has to sign, before anyone has to.
  def require_signatures(*items)
    document = Server::PolicyStore.instance.in_force.document.merge("approval" => items)
    Server::ChangeSet.current.update!(base_edition: Server::Edition.publish(document, by: "the example").number)
  end

  def as(login, &block)
    sign_in(login)
    block.call
  ensure
    sign_in("mairin")
  end

  def standing
    call(:get, "/api/change-set/approval")
    answer
  end

  def approve(login, verb = "approve", words = "")
    as(login) do
      digest = standing["digest"]
      call(:post, "/api/change-set/#{verb}", { digest: digest, words: words }).tap { @detail = answer["detail"] }
    end
  end

  it "is needed for a record type that opens what is restricted, new as it is" do
    require_signatures({ "id" => "opens", "name" => "Opening", "approvers" => 2, "labels" => ["restricted"],
                         "opens" => true })
    fields = [{ "id" => "what", "name" => "What", "kind" => "text", "section" => "main", "label" => "open" },
              { "id" => "price", "name" => "Price", "kind" => "text", "section" => "main", "label" => "restricted" }]
    made = { "id" => "sale", "name" => "Sale", "sections" => [{ "id" => "main", "name" => "Main" }],
             "title_field" => "what", "fields" => fields }
    expect(call(:post, "/api/record-types", { record_type: made })).to eq(201)
    expect(standing["met"]).to be(true)
    add_rule(record_type: "sale", targets: { "fields" => ["price"] }, effects: [{ "effect" => "show" }],
             audience: { "any" => [{ "role" => "courier" }] })
    expect(standing).to include("met" => false)
    expect(standing["needed"].first["because"]).to eq("Price (Sale): sees more and can edit more")
    expect(publish).to eq(409)
  end

  it "is of exactly what was read, and lapses with one more edit" do
    add_rule
    expect(publish).to eq(409)
    expect(answer["detail"]).to eq("It still needs 1 signature for “Every change”")
    expect(approve("yusuf")).to eq(200)
    expect(standing["met"]).to be(true)
    add_rule(title: "Another")
    expect(standing).to include("met" => false)
    expect(publish).to eq(409)
    expect(approve("yusuf")).to eq(200)
    expect(publish).to eq(201)
    expect(Server::EditionView.of(Server::Edition.newest)).to include("approved_by" => ["Yusuf Harrow"])
  end

  it "is not taken from who had a hand in it, nor from who may only look" do
    add_rule
    expect(approve("mairin")).to eq(403)
    expect(@detail).to include("someone else")
    expect(approve("xenia")).to eq(403)
    as("zora") { add_rule(title: "Zora’s") }
    expect(approve("zora")).to eq(403)
  end

  it "is not taken from the same person with another sign-in" do
    Server::Account.create!(login: "mairin.two", name: "M. Okafor", access: "approver", person: "mairin.okafor",
                            password: Server::DemoData::PASSWORD)
    add_rule
    expect(approve("mairin.two")).to eq(403)
  end

  it "is not given to what somebody edits while it is read" do
    add_rule
    digest = standing["digest"]
    add_rule(title: "Slipped in")
    status = as("yusuf") { call(:post, "/api/change-set/approve", { digest: digest }) }
    expect(status).to eq(412)
    expect(publish).to eq(409)
  end

  it "goes back with what is to be mended, is mended, and comes through" do
    add_rule
    edit = Server::ChangeSet.current.edits.first
    as("yusuf") { call(:post, "/api/change-set/comments", { edit: edit.id, words: "Not for couriers" }) }
    expect(approve("yusuf", "send-back", "")).to eq(422)
    expect(approve("yusuf", "send-back", "See my comment")).to eq(200)
    expect(publish).to eq(409)
    expect(answer["detail"]).to eq("Yusuf Harrow has sent this back: See my comment")
    call(:get, "/api/change-set/comments")
    expect(answer["items"].map { |each| each.values_at("edit", "words", "author") }).to eq(
      [[edit.id, "Not for couriers", "Yusuf Harrow"]]
    )
    call(:delete, "/api/change-set/edits/#{edit.id}")
    add_rule(title: "Mended")
    approve("yusuf")
    expect(publish).to eq(201)
  end

  it "takes two for a guardrail, who are not one" do
    add_rule(kind: "guardrail")
    approve("yusuf")
    approve("yusuf")
    expect(publish).to eq(409)
    expect(answer["detail"]).to eq("It still needs 1 signature for “Guardrails”")
    approve("zora")
    expect(publish).to eq(201)
  end

  it "takes two for a guardrail, whatever sign-ins one of them has" do
    Server::Account.create!(login: "yusuf.two", name: "Y. Harrow", access: "approver", person: "yusuf.harrow",
                            password: Server::DemoData::PASSWORD)
    add_rule(kind: "guardrail")
    approve("yusuf")
    expect(approve("yusuf.two")).to eq(200)
    expect(publish).to eq(409)
    expect(answer["detail"]).to eq("It still needs 1 signature for “Guardrails”")
  end

  it "is needed to change who signs, by the policy as it is in force" do
    Server::PolicyEditor.new("Mairin Okafor").put("setting", "approval", [], if_match: :any)
    expect(standing["needed"].map { |each| each["id"] }).to eq(%w[all guard])
    expect(publish).to eq(409)
  end

  it "is asked for by whoever edits the policy, by version, and only of what there is" do
    call(:get, "/api/approval?state=pending")
    items, etag = answer.values_at("items", "etag")
    more = items + [{ id: "new", name: "Visits", approvers: 1, record_types: ["study-visit"],
                      by: [{ role: "director" }] }]
    expect(call(:put, "/api/approval", { items: more }, if_match: etag)).to eq(200)
    expect(call(:put, "/api/approval", { items: [] }, if_match: etag)).to eq(412)
    call(:get, "/api/approval?state=pending")
    etag = answer["etag"]
    [{ by: [{}] }, { by: [{ role: "director", user: "x" }] }, { by: [{ planet: "x" }] }].each do |part|
      expect(call(:put, "/api/approval", { items: [{ id: "x", name: "X", approvers: 1 }.merge(part)] }, if_match: etag))
        .to eq(422)
    end
    call(:put, "/api/approval", { items: [{ id: "x", name: "X", approvers: 1, labels: ["secret"] }] }, if_match: etag)
    expect(told).to eq(["/approval/0/labels: there is no label “secret”"])
    expect(publish).to eq(409)
    approve("yusuf")
    approve("zora")
    expect(publish).to eq(201)
    expect(Server::PolicyStore.instance.in_force.policy.approval.map(&:id)).to eq(%w[all guard new])
  end

  describe "at a moment" do
    def at_moment(at)
      call(:get, "/api/change-set")
      call(:put, "/api/change-set/moment", { at: at.utc.iso8601, revision: answer["revision"], note: "At night" })
    end

    def due = Server::ChangeSet.current.update!(publish_at: Time.now - 1)

    it "takes force by itself once it is signed" do
      add_rule
      expect(at_moment(Time.now + 60)).to eq(200)
      approve("yusuf")
      run_audit
      expect { Server::Due.publish }.not_to(change(Server::Edition, :count))
      due
      expect { Server::Due.publish }.to change { Server::Edition.newest.number }.by(1)
      expect(Server::Edition.newest).to have_attributes(note: "At night", published_by: "Mairin Okafor")
      expect { Server::Due.publish }.not_to(change(Server::Edition, :count))
    end

    it "does not where a signature is missing or it was edited since, and says so to who set it" do
      add_rule
      at_moment(Time.now + 60)
      due
      expect { Server::Due.publish }.not_to(change(Server::Edition, :count))
      expect(Server::ChangeSet.current.publish_at).to be_nil
      expect(Server::Message.last).to have_attributes(person: "mairin.okafor", kind: "not_published")
      expect(Server::Message.last.body).to include("1 signature for “Every change”")
      at_moment(Time.now + 60)
      add_rule(title: "Since then")
      approve("yusuf")
      due
      expect { Server::Due.publish }.not_to(change(Server::Edition, :count))
      expect(Server::Message.last.body).to include("has changed since it was reviewed")
    end

    it "does not lie in the past" do
      add_rule
      expect(at_moment(Time.now - 60)).to eq(422)
      expect(told).to eq(["/at: is in the past"])
    end

    def run_audit
      [Server::PolicyStore.instance.in_force, Server::PolicyStore.instance.pending].each do |state|
        Server::AuditDigests.of(state).each { |id, digest| Server::AuditPart.keep(digest, id, [], []) }
      end
    end
  end
end
