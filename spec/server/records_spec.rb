# frozen_string_literal: true

RSpec.describe "Records under enforcement" do
  def open_form(number = "LN-0042", mode: "edit", type: "outgoing-loan", **more)
    call(:post, "/api/records/#{type}/form", { mode: mode, number: number, **more }.compact)
    @etag = answer["etag"]
    (answer.dig("form", "sections") || [])
      .flat_map { |section| section["fields"] }
      .to_h { |field| [field["id"], field] }
  end

  def save(changes, number = "LN-0042")
    call(:patch, "/api/records/outgoing-loan/#{number}", { changes: changes }, if_match: @etag)
  end

  def stored(number = "LN-0042") = Server::Record.find_by(number: number).values
  def refused = answer["refusals"].to_h { |refusal| refusal.values_at("field", "kind") }

  it "sends no hidden field and no masked value" do
    sign_in("ilka")
    fields = open_form
    expect(fields.keys).not_to include("unit_value", "security_notes")
    expect(fields["borrower_telephone"]).to include("level" => "replace_only", "value" => "••••••447")
    ["Ilse Marrow", "12500", "12,500", "01632 960 447"].each do |secret|
      expect(last_response.body).not_to include(secret)
    end
    open_form(mode: "view")
    expect(last_response.body).not_to include("Ilse Marrow")
  end

  it "heads an empty list with no field that is hidden from who looks" do
    sign_in("ilka")
    headings = lambda do |query|
      call(:get, "/api/records/outgoing-loan#{query}")
      answer["columns"].map { |column| column["id"] }
    end
    seen = headings.call("")
    empty = headings.call("?search=no-such-loan-anywhere")
    expect(answer["rows"]).to be_empty
    expect(empty).to eq(seen)
    expect(empty).not_to include("insured_total")
  end

  it "lists with the columns and values each person may see" do
    sign_in("asha")
    call(:get, "/api/records/outgoing-loan?per_page=50")
    expect(answer["columns"].map { |column| column["id"] }).to include("insured_total")
    sign_in("cleo")
    call(:get, "/api/records/outgoing-loan?per_page=50")
    row = answer["rows"].find { |each| each["number"] == "LN-0042" }
    expect(row["words"]["insured_total"]).to eq("40,000 to 60,000")
    expect(row["masked"]).to eq(["insured_total"])
    sign_in("ilka")
    call(:get, "/api/records/outgoing-loan?per_page=50")
    expect(answer["columns"].map { |column| column["id"] }).not_to include("insured_total")
  end

  it "searches and sorts only by what the person may see" do
    sign_in("ilka")
    call(:get, "/api/records/outgoing-loan?search=#{Rack::Utils.escape('12,500')}")
    expect(answer["total"]).to eq(0)
    sign_in("asha")
    call(:get, "/api/records/outgoing-loan?search=Fenwick&sort=insured_total&direction=down&per_page=3")
    totals = answer["rows"].map { |row| row["words"]["insured_total"].delete(",").to_f }
    expect(totals).to eq(totals.sort.reverse)
    expect(answer["rows"].map { |row| row["words"]["borrower"] }.uniq).to eq(["Fenwick Hall Gallery"])
  end

  it "saves what is open and answers each change before that" do
    sign_in("tomas")
    expect(open_form["item_count"]["level"]).to eq("editable")
    expect(open_form(entered: { "stage" => "signed" })["item_count"]["level"]).to eq("read_only")
    open_form
    expect(save({ "purpose" => "research", "item_count" => "5" })).to eq(200)
    expect(stored).to include("purpose" => "research", "item_count" => "5")
  end

  it "refuses a save whole, and names each field and rule" do
    sign_in("tomas")
    open_form
    before = stored
    expect(
      save({ "purpose" => "research", "unit_value" => 1, "leaving_date" => "2027-05-05", "borrower" => "" })
    ).to eq(422)
    expect(refused).to eq("unit_value" => "hidden", "leaving_date" => "locked", "borrower" => "required")
    locked = answer["refusals"].find { |refusal| refusal["field"] == "leaving_date" }
    expect(locked["rules"]).to eq(
      [
        {
          "id" => "ol-leaving-date-holds-once-approved", "number" => "12",
          "title" => "Leaving date holds once approved"
        }
      ]
    )
    expect(locked["words"]).to eq(
      "Leaving date can't be changed: it is locked (Leaving date holds once approved)"
    )
    expect(stored).to eq(before)
  end

  it "does not tell by its answers what a hidden value is" do
    sign_in("ilka")
    open_form
    expect(save({ "unit_value" => 12_500 })).to eq(422)
    right = answer
    expect(save({ "unit_value" => 99 })).to eq(422)
    expect(answer).to eq(right)
    hidden_guess = open_form(entered: { "unit_value" => 99 })
    expect(hidden_guess).to eq(open_form)
  end

  it "lets a courier replace a number without having seen it" do
    sign_in("ilka")
    open_form
    expect(save({ "borrower_telephone" => "01632 960 999" })).to eq(200)
    expect(stored["borrower_telephone"]).to eq("01632 960 999")
  end

  it "never overwrites what somebody else saved meanwhile" do
    sign_in("tomas")
    open_form
    old = @etag
    sign_in("asha")
    open_form
    expect(save({ "purpose" => "research" })).to eq(200)
    sign_in("tomas")
    @etag = old
    expect(save({ "purpose" => "conservation" })).to eq(412)
    expect(stored["purpose"]).to eq("research")
    expect(call(:patch, "/api/records/outgoing-loan/LN-0042", { changes: {} })).to eq(428)
  end

  it "creates with the next number, under the rules for creating" do
    sign_in("asha")
    fields = open_form(nil, mode: "create")
    expect(fields["loan_number"]["level"]).to eq("read_only")
    expect(fields["stage"]["value"]).to eq("enquiry")
    expect(
      call(:post, "/api/records/outgoing-loan", { changes: { "borrower" => "Glass Quay", "stage" => nil } })
    ).to eq(422)
    expect(refused).to eq("stage" => "required")
    expect(
      call(:post, "/api/records/outgoing-loan", { unit: "orrery-hall", changes: { "borrower" => "Glass Quay" } })
    ).to eq(201)
    expect(answer["number"]).to eq("LN-0043")
    expect(stored("LN-0043")).to include("loan_number" => "LN-0043", "borrower" => "Glass Quay", "stage" => "enquiry")
  end

  it "gives people who create at the same moment numbers of their own" do
    Server::PolicyStore.instance.in_force
    numbers =
      Array
        .new(6) do
          Thread.new do
            ActiveRecord::Base.connection_pool.with_connection do
              desk = Server::RecordDesk.new(Server::Visitor.new("asha.brandt"))
              Array.new(10) do
                desk.create("outgoing-loan", nil, { "borrower" => "B", "stage" => "enquiry" }, by: "Asha").first.number
              end
            end
          end
        end
        .flat_map(&:value)
    expect(numbers.uniq.size).to eq(60)
  end

  it "offers people by name, a few at a time, and nothing about them but the name" do
    sign_in("asha")
    expect(call(:get, "/api/records/outgoing-loan/people?search=fenn")).to eq(200)
    expect(answer["items"]).to eq([{ "id" => "ilka.fenn", "name" => "Ilka Fenn" }])
    many = JSON.parse(File.read(File.join(Server::DemoData::FOLDER, "directory.json")))
    many["users"] += (1..200).map { |number| { "id" => "extra.#{number}", "name" => "Extra #{number}" } }
    Server::DirectoryVersion.keep(many, by: "spec")
    call(:get, "/api/records/outgoing-loan/people")
    expect(answer["items"].size).to eq(50)
    expect(call(:get, "/api/records/nothing/people")).to eq(404)
  end

  it "turns down values of the wrong kind, and what is not there" do
    sign_in("tomas")
    open_form
    expect(
      save({ "item_count" => "many", "return_date" => "2027-02-30", "nothing" => 1, "stage" => { "a" => 1 } })
    ).to eq(422)
    expect(refused).to eq(
      "item_count" => "unsuitable", "return_date" => "unsuitable", "nothing" => "unknown", "stage" => "unsuitable"
    )
    expect(call(:get, "/api/records/nothing")).to eq(404)
    expect(call(:post, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-9999" })).to eq(404)
    expect(
      call(:post, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0042", entered: { nothing: 1 } })
    ).to eq(422)
    expect(call(:post, "/api/records/outgoing-loan", { unit: "moon", changes: {} })).to eq(422)
  end

  it "says in plain words why a field is locked, and who could change it: as deciding for everybody finds" do
    sign_in("tomas")
    field = open_form["leaving_date"]
    expect(field["shut"]).to eq("Leaving date holds once approved")
    expect(last_response.body).not_to match(/by label|by rule|Label (Internal|Open|Confidential|Restricted)/)
    expect(open_form(mode: "view")["leaving_date"]).not_to have_key("shut")
    engine = Server::PolicyStore.instance.in_force.engine
    record = Server::Record.find_by(number: "LN-0042")
    able = %w[leaving_date item_count borrower_contact].to_h do |id|
      [id, engine.directory.users.select do |user|
        question = CobaltLedger::Decisions::Question.new(
          principals: engine.directory.principals_of(user.id), mode: "edit", unit: record.unit, at: Time.now,
          record_type: engine.policy.record_type("outgoing-loan"), stored: record.values
        )
        engine.decide(question)[id].open?
      end.map(&:name)]
    end
    able.each do |id, names|
      call(:post, "/api/records/outgoing-loan/changers", { field: id, mode: "edit", number: "LN-0042" })
      expect(answer).to eq("names" => names.first(5), "total" => names.size, "whole" => true)
    end
    sign_in("ilka")
    status = call(:post, "/api/records/outgoing-loan/changers",
                  { field: "unit_value", mode: "edit", number: "LN-0042" })
    expect(status).to eq(404)
  end

  it "offers records to refer to as lists show them, and refuses one that there is not" do
    sign_in("asha")
    call(:get, "/api/records/collection-object/choices?search=TL-10400")
    expect(answer["items"].map { |item| item["number"] }).to eq(["TL-10400"])
    open_form
    expect(save("object" => "TL-99999")).to eq(422)
    expect(answer["detail"]).to eq("Object: there is no record “TL-99999” to refer to")
    expect(save("object" => "TL-10400", "packing" => "Crate 24")).to eq(200)
  end

  it "tells while one types what stands against a save" do
    sign_in("tomas")
    open_form(entered: { "item_count" => "many" })
    expect(answer["form"]["refused"]).to eq(
      [{ "field" => "item_count", "words" => "Item count must be a whole number" }]
    )
    open_form
    expect(answer["form"]).not_to have_key("refused")
  end
end
