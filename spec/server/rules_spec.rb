# frozen_string_literal: true

RSpec.describe "Rules and the change set" do
  before { sign_in("mairin") }

  it "keeps a new rule in the change set, with identifier, rank and sentence of its own" do
    made = add_rule
    expect(last_response.status).to eq(201)
    expect(made["rule"]).to include("id" => "purposes-hold")
    expect(made).to include("status" => "added", "number" => made["rule"]["rank"].to_s)
    expect(made["sentence"].map { |segment| segment["text"] }.join).to eq(
      "For Loans Officer, in any mode of an outgoing loan: Purpose is locked."
    )
    expect(add_rule["rule"]["id"]).to eq("purposes-hold-2")
  end

  it "shows the map as it is in force, or with the pending edits" do
    add_rule
    cells = lambda do |state|
      call(:get, "/api/map?record_type=outgoing-loan&mode=edit&audiences=role:loans-officer&state=#{state}")
      answer["rows"].find { |row| row["field"] == "purpose" }["cells"]
    end
    expect([cells.call("in_force"), cells.call("pending")]).to eq([["editable"], ["read_only"]])
  end

  it "changes a rule for whoever holds its newest version" do
    made = add_rule
    changed = made["rule"].merge("title" => "Purposes hold firmly")
    expect(call(:put, "/api/rules/purposes-hold", { rule: changed }, if_match: made["etag"])).to eq(200)
    expect(answer["etag"]).not_to eq(made["etag"])
    expect(call(:put, "/api/rules/purposes-hold", { rule: changed })).to eq(428)
  end

  it "lets a rule be edited that only another's move has given another rank, and leaves it there" do
    call(:get, "/api/rules?record_type=outgoing-loan&per_page=1000")
    ordinary = answer["items"].map { |item| item["rule"] }.reject { |rule| rule["kind"] == "guardrail" }
    ids = ordinary.sort_by { |rule| rule["rank"] }.map { |rule| rule["id"] }
    call(:get, "/api/rules/#{ids.last}")
    opened = answer
    order = { record_type: "outgoing-loan", kind: "ordinary", rules: ids.rotate(-1) }
    expect(call(:put, "/api/rules/order", order)).to eq(200)
    mine = opened["rule"].merge("title" => "Moved and edited")
    expect(call(:put, "/api/rules/#{ids.last}", { rule: mine }, if_match: opened["etag"])).to eq(200)
    expect(answer["rule"]).to include("title" => "Moved and edited").and include("rank" => be < mine["rank"])
    expect(call(:put, "/api/rules/#{ids.last}", { rule: mine }, if_match: opened["etag"])).to eq(412)
  end

  it "tells the second of two administrators, with both versions" do
    made = add_rule
    expect(
      call(:put, "/api/rules/purposes-hold", { rule: made["rule"].merge("title" => "First") }, if_match: made["etag"])
    ).to eq(200)
    sign_in("zora")
    mine = made["rule"].merge("title" => "Second")
    expect(call(:put, "/api/rules/purposes-hold", { rule: mine }, if_match: made["etag"])).to eq(412)
    expect(answer).to include(
      "current" => hash_including("title" => "First"), "yours" => hash_including("title" => "Second")
    )
    expect(call(:put, "/api/rules/purposes-hold", { rule: mine }, if_match: answer["current_etag"])).to eq(200)
    expect(call(:delete, "/api/rules/purposes-hold", if_match: made["etag"])).to eq(412)
  end

  it "refuses a rule that names what is not there, with the place inside the rule" do
    expect(
      call(
        :post, "/api/rules",
        { rule: rule(targets: { "fields" => ["nothing"] }, audience: { "any" => [{ "role" => "ghost" }] }) }
      )
    ).to eq(422)
    expect(told).to contain_exactly(
      "/lines/0/fields/0: Outgoing loan has no field “nothing”",
      "/audience/any/0/role: there is no role “ghost” in the directory"
    )
    expect(call(:post, "/api/rules", { rule: rule(effects: []) })).to eq(422)
    expect(told).to eq(["/lines/0/effects: must not be empty"])
    call(:get, "/api/change-set")
    expect(answer["edits"]).to be_empty
  end

  it "previews what a rule would do on the map, and what is wrong with it" do
    question = { record_type: "outgoing-loan", mode: "edit", audiences: "role:loans-officer,role:courier" }
    expect(call(:post, "/api/rules/preview", { rule: rule, question: question })).to eq(200)
    expect(answer["changed"]).to eq(
      [{ "field" => "purpose", "column" => "role:loans-officer", "before" => "editable", "after" => "read_only" }]
    )
    call(:post, "/api/rules/preview", { rule: rule(audience: { "any" => [] }), question: question })
    expect(answer["faults"].map { |fault| fault["pointer"] }).to eq(["/audience/any"])
    expect(Server::Edit.count).to eq(0)
  end

  it "removes a rule, and takes the removal back" do
    call(:get, "/api/rules/ol-fees-belong-to-finance")
    expect(call(:delete, "/api/rules/ol-fees-belong-to-finance", if_match: answer["etag"])).to eq(200)
    call(:get, "/api/change-set")
    expect(answer["edits"].map { |edit| edit.values_at("verb", "subject") }).to eq(
      [%w[removed ol-fees-belong-to-finance]]
    )
    expect(call(:delete, "/api/change-set/edits/#{answer['edits'][0]['id']}")).to eq(200)
    expect(call(:get, "/api/rules/ol-fees-belong-to-finance?state=pending")).to eq(200)
  end

  it "forgets an edit that ends where it began" do
    call(:get, "/api/rules/ol-fees-belong-to-finance?state=pending")
    original = answer
    call(
      :put, "/api/rules/ol-fees-belong-to-finance", { rule: original["rule"].merge("title" => "Other") },
      if_match: original["etag"]
    )
    call(:put, "/api/rules/ol-fees-belong-to-finance", { rule: original["rule"] }, if_match: answer["etag"])
    call(:get, "/api/change-set")
    expect(answer["edits"]).to be_empty
  end

  it "pages the rules and filters them by record type" do
    call(:get, "/api/rules?record_type=study-visit&per_page=3&page=2")
    expect(answer).to include("page" => 2, "per_page" => 3)
    expect(answer["items"].map { |item| item["rule"]["record_type"] }.uniq).to eq(["study-visit"])
    expect(answer["items"].map { |item| item["number"] }.first).to eq("4")
  end
end
