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
end
