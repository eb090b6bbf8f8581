# frozen_string_literal: true

RSpec.describe "The catalogue by hand" do
  before { sign_in("mairin") }

  # The record type as it is, without what the server adds for a screen.
  def type(state = "pending")
    call(:get, "/api/catalogue?state=#{state}")
    found = answer["record_types"].find { |each| each["id"] == "outgoing-loan" }
    @etag = found["etag"]
    found.except("etag", "records", "rules").merge("fields" => found["fields"].map { |field| field.except("about") })
  end

  def with_field(id, **change)
    type.then do |found|
      found.merge("fields" => found["fields"].map do |each|
        each["id"] == id ? each.merge(change.transform_keys(&:to_s)) : each
      end)
    end
  end

  def put(document, **more)
    call(:put, "/api/record-types/outgoing-loan", { record_type: document, **more }, if_match: @etag)
  end

  def told_before(document)
    call(:post, "/api/catalogue/consequences", { kind: "record_type", id: "outgoing-loan", after: document })
    answer
  end

  def options(*names) = names.map { |name| { "id" => name.downcase.tr(" ", "-"), "name" => name } }
  def held = Server::Record.where(record_type: "outgoing-loan").to_h { |each| [each.number, each.values["borrower"]] }

  it "tells what a text that becomes a choice can no longer read, and brings the values over on publishing" do
    before = held
    common = before.values.compact.tally.max_by(&:last).first
    becoming = with_field("borrower", kind: "choice", options: options("Harrow Mutual", "Study"))
    told = told_before(becoming)
    expect(told["faults"]).to eq([])
    part = told["stored"].find { |each| each["field"] == "borrower" }
    unfit = before.values.compact.reject { |value| %w[harrow-mutual study].include?(value) }
    expect(part).to include("held" => before.values.compact.size, "unfit" => unfit.size)
    expect(part["values"].to_h { |each| each.values_at("value", "count") }).to eq(unfit.tally)

    wrong = { borrower: { map: [{ from: common, to: "nothing" }] } }
    expect(put(becoming, stored_values: wrong)).to eq(422)
    expect(self.told.first).to start_with("/stored_values/borrower/map/0/to: Borrower is not one of the options")
    expect(put(becoming,
               stored_values: { borrower: { map: [{ from: common, to: "study" }], rest: "blank" } })).to eq(200)
    expect(held).to eq(before)
    expect(publish).to eq(201)
    expect(held).to eq(before.transform_values { |value| value == common ? "study" : nil })
  end

  it "makes a stored text the option whose name it is, without being told to" do
    before = held
    common, other = before.values.compact.tally.sort_by { |value, count| [-count, value] }.first(2).map(&:first)
    becoming = with_field("borrower", kind: "choice", options: [
                            { "id" => "b1", "name" => common.upcase }, { "id" => "b2", "name" => "Study" }
                          ])
    part = told_before(becoming)["stored"].find { |each| each["field"] == "borrower" }
    expect(part).to include("named" => before.values.count(common))
    becomes = part["values"].to_h { |each| each.values_at("value", "becomes") }
    expect([becomes[common], becomes.fetch(other)]).to eq(["b1", nil])
    expect(put(becoming)).to eq(200)
    expect(publish).to eq(201)
    expect(held).to eq(before.transform_values { |value| value == common ? "b1" : value })
  end

  it "forgets what was to become of values with the edit, and with a kind that it no longer fits" do
    becoming = with_field("borrower", kind: "choice", options: options("Study"))
    expect(put(becoming, stored_values: { borrower: { map: [{ from: "x", to: "study" }] } })).to eq(200)
    expect(put(with_field("borrower", kind: "choice", options: options("Harrow Mutual")))).to eq(200)
    expect(Server::ChangeSet.current.edits.map(&:carried)).to eq([{}])
    call(:get, "/api/change-set")
    expect(answer["edits"][0]["lines"]).to eq(["Borrower: kind text becomes choice; new options: Harrow Mutual"])
  end

  it "does nothing to stored values that an import has overtaken, and publishes all the same" do
    becoming = with_field("borrower", kind: "choice", options: options("Study"))
    common = held.values.compact.first
    expect(put(becoming, stored_values: { borrower: { map: [{ from: common, to: "study" }] } })).to eq(200)
    before = held
    other = with_field("borrower", kind: "choice", options: options("Other"))
    edit = CobaltLedger::Changes::Edit.new(kind: "record_type", id: "outgoing-loan", before: becoming, after: other)
    Server::PolicyEditor.new("Zora").put_all([edit], revision: Server::ChangeSet.current.revision)
    expect(publish).to eq(201)
    expect(held).to eq(before)
  end

  it "counts values that whoever asks may not see, and lists none of them" do
    secret = Server::Record.where(record_type: "outgoing-loan").first
    secret.values = secret.values.merge("borrower" => "Unguessable 8841")
    secret.save!
    add_rule(audience: { "everyone" => true }, targets: { "fields" => ["borrower"] }, effects: [{ "effect" => "hide" }])
    publish
    told_before(with_field("borrower", kind: "choice", options: options("Study")))
    part = answer["stored"].find { |each| each["field"] == "borrower" }
    expect(part).to include("values" => [], "unseen" => part["unfit"])
    expect(last_response.body).not_to include("Unguessable")
  end

  it "retires a field and an option: both stay with the records, and are met no more" do
    retired = with_field("purpose", retired: true)
    told = told_before(retired)
    expect(told["fields"].map { |each| each.values_at("name", "verb") }).to eq([["Purpose", "is retired"]])
    expect(told["sentences"].join).to include("Purpose")
    expect(put(retired)).to eq(200)
    stage = type["fields"].find { |each| each["id"] == "stage" }["options"]
    expect(put(with_field("stage", options: stage.map do |each|
      each.merge("retired" => each["id"] == "signed")
    end))).to eq(200)
    publish(signed: true)
    sign_in("tomas")
    call(:post, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0042" })
    fields = answer["form"]["sections"].flat_map { |section| section["fields"] }
    expect(fields.map { |each| each["id"] }).not_to include("purpose")
    record = Server::Record.find_by(number: "LN-0042")
    expect(record.values["purpose"]).not_to be_nil
    status = call(:patch, "/api/records/outgoing-loan/LN-0042", { changes: { stage: "signed" } }, if_match: record.etag)
    expect([status, answer["detail"]]).to eq([422, "Stage: Signed is no longer available"])
  end

  it "makes and removes record types and baselines, and says whom it changes" do
    made = { "id" => "visit", "name" => "Visit", "sections" => [{ "id" => "main", "name" => "Main" }],
             "fields" => [{ "id" => "topic", "name" => "Topic", "kind" => "text", "section" => "main",
                            "label" => "open" }] }
    expect(call(:post, "/api/record-types", { record_type: made })).to eq(201)
    expect(call(:post, "/api/record-types", { record_type: made })).to eq(409)
    baseline = { "id" => "quiet", "name" => "Quiet", "record_type" => "visit", "units" => %w[tidewater-house],
                 "states" => { "topic" => { "visibility" => "hidden" } } }
    call(:post, "/api/catalogue/consequences", { kind: "baseline", id: "quiet", after: baseline })
    expect(answer["faults"]).to eq([])
    expect(answer["sentences"]).to contain_exactly(/^Everyone sees less of and .+ at Tidewater House/,
                                                   /^Everyone sees less of Topic/)
    expect(call(:post, "/api/baselines", { baseline: baseline })).to eq(201)
    call(:get, "/api/catalogue?state=pending")
    tags = answer.values_at("baselines", "record_types").map do |list|
      list.find do |each|
        %w[quiet visit].include?(each["id"])
      end["etag"]
    end
    expect(call(:delete, "/api/record-types/visit", nil, if_match: tags[1])).to eq(422)
    expect(call(:delete, "/api/baselines/quiet", nil, if_match: '"old"')).to eq(412)
    expect(call(:delete, "/api/baselines/quiet", nil, if_match: tags[0])).to eq(200)
    expect(call(:delete, "/api/record-types/visit", nil, if_match: tags[1])).to eq(200)
    call(:get, "/api/change-set")
    expect(answer["edits"]).to eq([])
  end
end
