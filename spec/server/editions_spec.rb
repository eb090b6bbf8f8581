# frozen_string_literal: true

RSpec.describe "Editions" do
  before { sign_in("mairin") }

  def document(number) = Server::Edition.find_by(number: number).policy_document

  def compare(from, to)
    call(:get, "/api/editions/compare?from=#{from}&to=#{to}")
    answer
  end

  it "are opened as of then, compared exactly, exported, and gone back to like any other change" do
    id = add_rule(targets: { "fields" => ["borrower_contact"] }, effects: [{ "effect" => "hide" }])["rule"]["id"]
    publish
    call(:get, "/api/rules?record_type=outgoing-loan&per_page=500&state=edition-1")
    expect(answer["items"].map { |each| each["rule"]["id"] }).not_to include(id)
    found = compare("edition-1", "edition-2")
    expect(found["edits"].map { |edit| edit["title"] }).to eq(["Rule Purposes hold"])
    expect(found["impact"]["lines"].map { |line| line["field"] }.uniq).to eq(["Borrower contact"])
    call(:get, "/api/editions/1/document")
    expect(answer).to eq(JSON.parse(CobaltLedger::CanonicalJson.write(document(1))))
    expect(call(:post, "/api/editions/1/restore")).to eq(201)
    set = answer["id"]
    header("Change-Set", set.to_s)
    expect(publish).to eq(201)
    header("Change-Set", nil)
    expect(compare("edition-1", "edition-3")).to include("edits" => [], "impact" => a_hash_including("total" => 0))
    expect(call(:post, "/api/editions/3/restore")).to eq(422)
    expect(call(:post, "/api/editions/9/restore")).to eq(404)
  end

  it "are restored as far as the people of today go, and the rest is told" do
    people = Server::DirectoryVersion.newest.directory_document
    extra = people.merge("roles" => people["roles"] + [{ "id" => "porter", "name" => "Porter" }])
    Server::DirectoryVersion.keep(extra, by: "the example")
    id = add_rule(audience: { "any" => [{ "role" => "porter" }] })["rule"]["id"]
    publish
    call(:get, "/api/rules/#{id}?state=pending")
    call(:delete, "/api/rules/#{id}", nil, if_match: answer["etag"])
    publish
    Server::DirectoryVersion.keep(people, by: "the example")
    call(:post, "/api/editions/2/restore")
    header("Change-Set", answer["id"].to_s)
    call(:get, "/api/change-set")
    expect([answer["edits"], answer["unsettled"].map { |each| each["subject"] }]).to eq([[], [id]])
    expect(answer["unsettled"][0]["faults"].join).to include("porter")
  end

  it "tell since when somebody has seen a field, by whose edit, and what other people made of it" do
    question = { as: "user:tomas.reyl", record_type: "outgoing-loan", unit: "the-kiln-works", mode: "edit",
                 channel: "form" }
    add_rule(targets: { "fields" => ["purpose"] })
    publish
    add_rule(targets: { "fields" => ["borrower_contact"] }, title: "Beside")
    publish
    people = Server::DirectoryVersion.newest.directory_document
    people["users"].find { |user| user["id"] == "tomas.reyl" }["roles"] = ["registrar"]
    Server::DirectoryVersion.keep(people, by: "the registry")
    call(:post, "/api/history", { question: question, field: "purpose" })
    expect(answer["items"].map { |each| each.values_at("cause", "edition", "by") }.last(3)).to eq(
      [["people", 3, "the registry"], ["edition", 2, "Mairin Okafor"], ["edition", 1, "the demo"]]
    )
    expect(answer["items"][-2]).to include(
      "before" => ["editable"], "levels" => ["read_only"],
      "edits" => [{ "title" => "Purposes hold", "author" => "Mairin Okafor" }]
    )
    expect(call(:post, "/api/history", { question: question, field: "nothing" })).to eq(422)
  end

  it "answer for a day with the policy and the people of that day" do
    add_rule
    publish
    Server::Edition.connection.execute("DROP TRIGGER editions_refuse_update")
    Server::Edition.find_by(number: 1).update!(published_at: Time.utc(2026, 3, 1))
    Server::DirectoryVersion.first.update!(created_at: Time.utc(2026, 3, 1))
    call(:get, "/api/policy?state=day-2026-03-03")
    expect(answer["rules"].size).to eq(document(1)["rules"].size)
    expect(call(:get, "/api/policy?state=day-2026-02-03")).to eq(422)
    expect(answer["detail"]).to include("2026-03-01")
    expect(call(:get, "/api/policy?state=day-2026-02-31")).to eq(422)
    expect(call(:get, "/api/policy?state=day-tomorrow")).to eq(400)
  end
end
