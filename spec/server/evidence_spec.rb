# frozen_string_literal: true

# What a page of evidence says, held against asking about each person, record and edition by itself.
RSpec.describe "Evidence" do
  before { sign_in("mairin") }

  def evidence(field, as: "everyone:", type: "outgoing-loan", **more)
    question = { as: as, record_type: type, mode: "edit" }.merge(more.except(:everyone, :state))
    call(:post, "/api/evidence", { question: question, field: field, **more.slice(:everyone, :state) }.compact)
    answer
  end

  def level(type, field, user, record, state)
    question = { as: "user:#{user}", record_type: type, mode: "edit", record: record }
    call(:post, "/api/reasoning", { question: question, field: field, state: state })
    answer["outcomes"].map { |each| each["level"] }
  end

  it "names everyone once, with what each comes to on each record" do
    # One that asks about the person, on what a total is calculated from.
    add_rule(record_type: "conservation-job", targets: { "fields" => ["hours_spent"] }, kind: "guardrail",
             audience: { "everyone" => true },
             when: { "compare" => "is_blank", "left" => { "attribute" => "clearance" } },
             effects: [{ "effect" => "hide" }])
    everyone = Server::PolicyStore.instance.directory.users.map(&:id)
    { "outgoing-loan" => %w[unit_value stage action/unlock],
      "conservation-job" => %w[hazard_measures cost] }.each do |type, fields|
      fields.each { |field| expect(checked(type, field)).to match_array(everyone) }
    end
  end

  # Asks about the first and the last of those who are said to come to the same, on every third record. Returns all who
  # are named.
  def checked(type, field)
    answers = evidence(field, type: type, everyone: true, state: "pending")["answers"]
    answers.each do |each|
      of_records = each["records"].flat_map { |line| line["numbers"].map { |number| [number, line["level"]] } }
      expect(of_records.map(&:first)).to match_array(Server::Record.where(record_type: type).map(&:number))
      of_records.each_slice(3) do |(number, found), *|
        each["names"].values_at(0, -1).uniq.each do |user|
          expect([user, number, *level(type, field, user["id"], number, "pending")]).to eq([user, number, found])
        end
      end
    end
    answers.flat_map { |each| each["names"].map { |user| user["id"] } }
  end

  # The rule as each edition's document has it, from the newest back.
  def unchanged_since(rule)
    documents = Server::Edition.order(number: :desc).map do |edition|
      [edition.number, edition.policy_document["rules"].find { |each| each["id"] == rule }]
    end
    documents.take_while { |_, document| document == documents[0][1] }.last.first
  end

  def publish_title(id, title)
    call(:get, "/api/rules/#{id}?state=pending")
    call(:put, "/api/rules/#{id}", { rule: answer["rule"].merge("title" => title) }, if_match: answer["etag"])
    expect(publish).to eq(201)
  end

  def since(found) = found["rules"].to_h { |each| [each["rule"], each["since"]&.fetch("number")] }

  it "says since which edition each rule is as it is, and who signed it" do
    changed = since(evidence("unit_value", everyone: true)).keys.first(2)
    changed.each { |id| publish_title(id, "Titled anew") }
    found = evidence("unit_value", everyone: true)
    expect(since(found)).to eq(since(found).keys.to_h { |id| [id, unchanged_since(id)] })
    expect(since(found).values_at(*changed)).to eq([2, 3])
    expect(found["source"]["edition"]["number"]).to eq(3)
    earlier = evidence("unit_value", everyone: true, state: "edition-2")
    expect([since(earlier).values_at(*changed), earlier["source"]["edition"]["number"]]).to eq([[2, 1], 2])
  end

  it "names what an edit makes so as not in force" do
    id = add_rule(kind: "guardrail", targets: { "fields" => ["borrower_contact"] },
                  effects: [{ "effect" => "hide" }])["rule"]["id"]
    found = evidence("borrower_contact", as: "role:loans-officer", state: "pending")
    expect(since(found)).to eq(id => nil)
    expect(found["source"]).to include("edits" => 1, "change_set" => "Next edition")
    expect(found["answers"].map { |each| each.values_at("who", "complete") }).to eq([["Loans Officer", true]])
  end

  it "shows an auditor nothing of records that they may not see, and says so" do
    sign_in("xenia")
    found = evidence("leaving_date", everyone: true)
    shown = Server::Visitor.new("xenia.prowse").open_records(
      Server::PolicyStore.instance.in_force.policy.record_type("outgoing-loan")
    )
    expect(found["records"].values_at("looked_at", "of")).to eq([shown.count] * 2)
    expect(found["records"]["made_up"]).not_to be_empty
    expect(evidence("leaving_date", everyone: true, mode: "create")["records"]["looked_at"]).to eq(0)
  end

  it "tells of a person which records they can open and which rules apply to them" do
    found = evidence(nil, as: "user:tomas.reyl")
    opened = found["answers"][0]["records"].find { |line| line["level"] == "allowed" }["numbers"]
    visitor = Server::Visitor.new("tomas.reyl")
    type = visitor.state.policy.record_type("outgoing-loan")
    expect(opened).to match_array(
      Server::Record.where(record_type: type.id).select { |record| visitor.opens?(type, record, "view") }.map(&:number)
    )
    call(:get, "/api/rules/touching?record_type=outgoing-loan&member=user:tomas.reyl")
    expect(found["rules"].map { |each| each["rule"] }).to match_array(answer["items"].map { |each| each["rule"]["id"] })
  end

  it "points at what isn't there" do
    evidence("ladder")
    expect([last_response.status, told]).to eq([422, ["/field: Outgoing loan has no field “ladder”"]])
    %w[create view list].each do |mode|
      %w[action/unlock action/create record/whole].each { |subject| evidence(subject, mode: mode, everyone: true) }
      expect(last_response.status).to eq(200)
    end
  end
end
