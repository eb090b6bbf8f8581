# frozen_string_literal: true

# What the live form says of itself to the people who use records, and what it keeps from them.
RSpec.describe "Live forms under enforcement" do
  before { SampleDatabase.fresh }

  def open_form(type, number = nil, mode: "edit", entered: {}, **more)
    call(:post, "/api/records/#{type}/form", { number: number, mode: mode, entered: entered }.compact.merge(more))
    answer["form"]["sections"].flat_map { |section| section["fields"] }.to_h { |field| [field["id"], field] }
  end

  def refused = answer["refusals"].map { |refusal| [refusal["field"], refusal["kind"], refusal["words"]] }

  it "says who wrote a value, what was put aside and why a computed field is blank" do
    sign_in("asha")
    fields = open_form("outgoing-loan", mode: "create", entered: { insured_total: 700, item_count: 2 })
    expect(fields["stage"]["written_by"]["title"]).to eq("Loans begin as enquiries")
    expect(fields["insured_total"].values_at("level", "value", "blank_because")).to eq(
      ["editable", 700, "Unit value is blank"]
    )
    full =
      open_form("outgoing-loan", mode: "create", entered: { insured_total: 700, item_count: 2, unit_value: 50 })[
        "insured_total"
      ]
    expect(full.values_at("level", "value", "aside")).to eq(["read_only", 100, "700.00"])
  end

  it "names no blank input that the person may not see" do
    Server::Record.find_by(number: "LN-0042").tap { |record| record.values = record.values.except("unit_value") }.save!
    sign_in("cleo")
    told = open_form("outgoing-loan", "LN-0042", mode: "view")["insured_total"]
    expect(told.to_s).not_to include("Unit value")
  end

  it "shows the path with what each person may see of its key fields" do
    sign_in("ilka")
    open_form("outgoing-loan", "LN-0042", mode: "view")
    stages = answer["form"]["path"]["stages"]
    expect(stages.map { |stage| stage["standing"] }).to eq(%w[done done here ahead ahead ahead])
    policy = stages.find { |stage| stage["id"] == "signed" }["fields"].find { |field| field["id"] == "policy_number" }
    expect([policy["level"], policy["words"]]).to match(["masked", /\A[^0-9]+\z/])
  end

  it "gives each audience its form" do
    sign_in("esme")
    expect(open_form("study-visit", "SV-0003").keys).to eq(
      %w[visitor_name visitor_email topic object_wished visit_date]
    )
    expect(answer["form"]["form"]).to eq("id" => "desk", "name" => "Desk form")
    sign_in("cleo")
    open_form("study-visit", "SV-0003")
    expect(answer["form"]["form"]["id"]).to eq("full")
    expect(answer["form"]["sections"].map { |section| section["columns"] }).to eq([2, 2, 1])
  end

  it "names what was typed and is gone, where a rule hides and clears it at once" do
    sign_in("mairin")
    add_rule(
      title: "No rooms for glass", record_type: "study-visit", audience: { everyone: true },
      targets: { fields: %w[room outcome] }, effects: [{ effect: "hide", clear: "at_once" }],
      when: { compare: "equal", left: { field: "topic" }, right: { value: "Glass" } }
    )
    expect(publish(signed: true)).to eq(201)
    sign_in("cleo")
    shown = { topic: "Paper", room: "North" }
    expect(open_form("study-visit", mode: "create", entered: shown)).to have_key("room")
    expect(answer["form"]).not_to have_key("dropped")
    expect(open_form("study-visit", mode: "create", entered: shown.merge(topic: "Glass"))).not_to have_key("room")
    expect(answer["form"]["dropped"]).to eq(["room"])
    # A field that was never there to be typed into tells nothing.
    open_form("study-visit", mode: "create", entered: shown.merge(topic: "Glass", outcome: "guessed"))
    expect(answer["form"]["dropped"]).to eq(["room"])
  end

  it "offers a suggestion until it is dismissed, on that record and for that person alone" do
    Server::Record
      .where(record_type: "study-visit")
      .find_each do |record|
        record.tap { record.values = record.values.except("supervisor").merge("decision" => "open") }.save!
      end
    sign_in("cleo")
    offer = open_form("study-visit", "SV-0003")["supervisor"]["offers"].first
    expect(offer.values_at("value", "words", "because")).to eq(
      ["cleo.marchetti", "Cleo Marchetti", "Curators are suggested as supervisors"]
    )
    expect(call(:post, "/api/records/study-visit/SV-0003/dismissals", { offer: offer["key"] })).to eq(201)
    expect(call(:post, "/api/records/study-visit/SV-0003/dismissals", { offer: offer["key"] })).to eq(201)
    expect(open_form("study-visit", "SV-0003")["supervisor"]).not_to have_key("offers")
    expect(open_form("study-visit", "SV-0004")["supervisor"]["offers"].size).to eq(1)
    expect(call(:post, "/api/records/study-visit/SV-9999/dismissals", { offer: "x" })).to eq(404)
  end

  it "keeps dismissals of a record that does not exist yet with the request" do
    sign_in("cleo")
    key = open_form("study-visit", mode: "create")["supervisor"]["offers"].first["key"]
    expect(open_form("study-visit", mode: "create", dismissed: [key])["supervisor"]).not_to have_key("offers")
  end

  it "stores what rules wrote with what was typed, and sets a day when an approver is changed" do
    sign_in("asha")
    call(:post, "/api/records/outgoing-loan/form", { number: "LN-0042", mode: "edit" })
    etag = answer["etag"]
    expect(
      call(:patch, "/api/records/outgoing-loan/LN-0042", { changes: { approver: "jonah.quill" } }, if_match: etag)
    ).to eq(200)
    zone = TZInfo::Timezone.get("Europe/London")
    expect(Server::Record.find_by(number: "LN-0042").values).to include(
      "approver" => "jonah.quill", "approval_date" => zone.to_local(Time.now).to_date.iso8601
    )
  end

  it "refuses with the rule's own words, at the field and above the form, and keeps the record" do
    sign_in("tomas")
    call(:post, "/api/records/outgoing-loan/form", { number: "LN-0042", mode: "edit" })
    before = Server::Record.find_by(number: "LN-0042").values
    expect(
      call(
        :patch, "/api/records/outgoing-loan/LN-0042", { changes: { return_date: "2027-01-01", stage: "signed" } },
        if_match: answer["etag"]
      )
    ).to eq(422)
    expect(refused).to include(["return_date", "refused", "A loan can’t come back before it leaves"])
    expect(Server::Record.find_by(number: "LN-0042").values).to eq(before)
  end

  it "learns nothing of a hidden value by typing into it" do
    sign_in("tomas")
    plain = open_form("outgoing-loan", "LN-0042")
    guessed = open_form("outgoing-loan", "LN-0042", entered: { unit_value: 1, security_notes: "x" })
    expect(guessed).to eq(plain)
    expect(guessed).not_to have_key("unit_value")
  end

  it "goes by the network the request comes from" do
    sign_in("asha")
    registrar = open_form("collection-object", "TL-10400", mode: "view")["valuation"]["level"]
    expect(registrar).to eq("read_only")
    Server::Account.find_by(login: "esme").update!(person: "pernille.aune")
    sign_in("esme")
    expect(open_form("collection-object", "TL-10400", mode: "view")).not_to have_key("valuation")
  end
end
