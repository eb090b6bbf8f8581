# frozen_string_literal: true

RSpec.describe "Publishing" do
  before { sign_in("mairin") }

  def form_level(field)
    call(:post, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0042" })
    answer["form"]["sections"]
      .flat_map { |section| section["fields"] }
      .find { |each| each["id"] == field }
      &.fetch("level")
  end

  it "makes a numbered edition with its SHA-256, in force at once" do
    add_rule
    expect(publish).to eq(201)
    expect(answer).to include("number" => 2, "note" => "For the example", "published_by" => "Mairin Okafor")
    edition = Server::Edition.newest
    expect(answer["sha256"]).to eq(Digest::SHA256.hexdigest(edition.document))
    call(:get, "/api/change-set")
    expect(answer).to include("edits" => [], "base_edition" => 2)
  end

  it "changes nothing for record users before, and everything after" do
    add_rule
    sign_in("tomas")
    expect(form_level("purpose")).to eq("editable")
    sign_in("mairin")
    publish
    sign_in("tomas")
    expect(form_level("purpose")).to eq("read_only")
  end

  it "keeps editions unchangeable in the database itself" do
    expect { Server::Edition.newest.update!(note: "other") }.to raise_error(
      ActiveRecord::StatementInvalid, /edition can not be changed/
    )
    expect { Server::Edition.newest.destroy! }.to raise_error(
      ActiveRecord::StatementInvalid, /edition can not be changed/
    )
  end

  it "says plainly what changes for whom" do
    add_rule(targets: { "fields" => ["borrower_contact"] }, effects: [{ "effect" => "hide" }])
    call(:get, "/api/change-set/impact")
    line =
      answer["lines"].find do |each|
        each["field"] == "Borrower contact" && each["modes"].include?("edit") && each["before"] == "editable"
      end
    expect(line).to include("after" => "hidden", "direction" => ["sees less", "may change less"], "opens" => false)
    expect(line["names"]).to include("Tomas Reyl")
    call(:get, "/api/change-set")
    expect(answer["edits"][0]["lines"]).to eq(
      ["For Loans Officer, in any mode of an outgoing loan: Borrower contact is hidden."]
    )
  end

  it "refuses to publish nothing, or what has moved on since it was looked at" do
    expect(publish).to eq(422)
    call(:get, "/api/change-set")
    seen = answer["revision"]
    add_rule
    expect(call(:post, "/api/change-set/publish", { revision: seen })).to eq(412)
    expect(Server::Edition.count).to eq(1)
  end

  it "refuses to take back an edit that others stand on" do
    expect(import("fields-csv", "name,kind\nTopic,text\n", name: "Tour")).to eq(200)
    call(:post, "/api/rules", { rule: rule(record_type: "tour", targets: { "fields" => ["topic"] }) })
    call(:get, "/api/change-set")
    type = answer["edits"].find { |edit| edit["kind"] == "record_type" }
    expect(call(:delete, "/api/change-set/edits/#{type['id']}")).to eq(422)
    call(:get, "/api/change-set")
    expect(answer["edits"].size).to eq(2)
    expect(call(:delete, "/api/change-set/edits/999999")).to eq(404)
  end

  describe "findings" do
    # Identities of what the audit found on a policy, by the page that lists them all.
    def found(state)
      call(:get, "/api/findings?state=#{state}&accepted=yes")
      answer["groups"].flat_map { |group| group["findings"] }.map { |finding| finding["id"] }
    end

    def proved
      Server::Jobs::Tasks::FollowEdits.new.perform
      Server::Jobs::Crew.wait
      call(:get, "/api/change-set/findings")
      answer
    end

    # What is expected of the sample does not hold of one with flaws.
    def drop_expectations
      expected = Server::PolicyStore.instance.pending.document["expectations"]
      edits = expected.map do |each|
        CobaltLedger::Changes::Edit.new(kind: "expectation", id: each["id"], before: each, after: nil)
      end
      Server::PolicyEditor.new("Zora").put_all(edits, revision: Server::ChangeSet.current.revision)
    end

    def ids(list) = list.map { |finding| finding["id"] }

    def publish_with(**more)
      sign
      call(:get, "/api/change-set")
      call(:post, "/api/change-set/publish", { revision: answer["revision"], note: "" }.merge(more))
    end

    it "are proved by themselves after an edit, told as brought and taken away, and grave ones asked about once more" do
      import("policy", File.binread("demo/flawed-policy.json"))
      drop_expectations
      call(:get, "/api/change-set/findings")
      expect(answer).to include("proved" => false, "unproved" => include("Outgoing loan"))
      expect(publish_with(proved: true)).to eq(409)
      expect(answer["type"]).to end_with("not-proved")

      told = proved
      expect(told["proved"]).to be(true)
      before, after = %w[in_force pending].map { |state| found(state) }
      expect(ids(told["brings"])).to match_array(after - before)
      expect(ids(told["takes"])).to match_array(before - after)

      grave = told["brings"].select { |finding| finding["grave"] }
      expect(publish_with(known: ids(grave.drop(1)), proved: true)).to eq(409)
      expect(ids(answer["findings"])).to eq([grave[0]["id"]])
      expect(Server::Edition.count).to eq(1)
      expect(publish_with(known: ids(grave), proved: true)).to eq(201)

      call(:get, "/api/findings/#{grave[0]['id']}?state=in_force")
      blamed = answer["rules"].first["id"]
      call(:get, "/api/rules/#{blamed}?state=pending")
      expect(call(:delete, "/api/rules/#{blamed}", if_match: answer["etag"])).to eq(200)
      expect(ids(proved["takes"])).to include(grave[0]["id"])
      expect(publish_with(proved: true)).to eq(201)
    end

    it "that somebody has accepted are not asked about again" do
      add_rule(effects: [{ "effect" => "lock" }, { "effect" => "require" }])
      grave = proved["brings"].select { |finding| finding["grave"] }
      expect(grave).not_to be_empty
      grave.each do |finding|
        call(:put, "/api/findings/#{finding['id']}/acceptance?state=pending", { reason: "It is meant so" })
      end
      expect(publish_with(proved: true)).to eq(201)
    end
  end
end
