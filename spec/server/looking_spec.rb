# frozen_string_literal: true

RSpec.describe "Looking as somebody else" do
  before { sign_in("mairin") }

  def rehearse(**question)
    call(
      :post,
      "/api/rehearsal",
      {
        question: { as: "user:tomas.reyl", record_type: "outgoing-loan", mode: "edit", record: "LN-0042" }.merge(
          question
        )
      }
    )
    (answer["form"]&.fetch("sections") || [])
      .flat_map { |section| section["fields"] }
      .to_h { |field| [field["id"], field] }
  end

  it "shows the form of any person, with hidden fields as ghosts and no value behind them" do
    fields = rehearse
    expect(fields["unit_value"]).to eq(
      "id" => "unit_value", "name" => "Unit value", "input" => "number", "level" => "hidden"
    )
    expect(fields["borrower"]).to include("level" => "required", "value" => "Fenwick Hall Gallery")
    expect(rehearse(as: "user:ilka.fenn")["borrower_contact"]).to include(
      "level" => "masked", "value" => "m•••• u••••", "words" => "m•••• u••••", "made_up" => true
    )
    expect(last_response.body).not_to include("Ilse Marrow")
  end

  it "answers each change with the whole decision" do
    expect(rehearse["item_count"]["level"]).to eq("editable")
    fields = rehearse(entered: { "stage" => "signed" })
    expect(fields["item_count"]["level"]).to eq("read_only")
    expect(fields["stage"]["value"]).to eq("signed")
  end

  it "tries a save without storing anything" do
    call(
      :post,
      "/api/rehearsal/save",
      {
        question: {
          as: "user:tomas.reyl",
          record_type: "outgoing-loan",
          mode: "edit",
          record: "LN-0042",
          entered: {
            "policy_number" => nil, "leaving_date" => "2027-01-01"
          }
        }
      }
    )
    expect(answer["accepted"]).to be(false)
    expect(answer["refusals"].map { |refusal| refusal.values_at("field", "kind") }).to contain_exactly(
      %w[policy_number required], %w[leaving_date locked]
    )
    expect(Server::Record.find_by(number: "LN-0042").values["policy_number"]).to eq("HX-20931")
  end

  it "gives the reasoning of a cell for each outcome, with an example that shows it" do
    call(
      :post, "/api/reasoning",
      { question: { as: "role:registrar", record_type: "conservation-job", mode: "edit" }, field: "received_on" }
    )
    expect(answer["outcomes"].map { |outcome| outcome["level"] }).to eq(%w[read_only editable])
    expect(answer["outcomes"][0]["example"]).to include(include("field" => "received_on",
                                                                "name" => "Received on as stored"))
    rules = answer["outcomes"][0]["stages"].find { |stage| stage["stage"] == "rules" }
    expect(rules["entries"].find { |entry| entry["title"] == "Receipt holds once filed" }).to include(
      "applies" => "applies", "balance" => "read_only"
    )
  end

  it "draws the map for roles, groups, departments, units and people" do
    call(
      :get,
      "/api/map?record_type=outgoing-loan&mode=view&audiences=everyone:,group:insurance-circle," \
      "department:registration,unit:orrery-hall,user:asha.brandt"
    )
    expect(answer["columns"].map { |column| column["name"] }).to eq(
      ["Anyone", "Insurance Circle", "Registration", "Orrery Hall", "Asha Brandt"]
    )
    expect(answer["rows"].find { |row| row["field"] == "unit_value" }["cells"]).to eq(
      %w[hidden read_only hidden hidden read_only]
    )
  end

  it "exports the map as CSV" do
    call(:get, "/api/map.csv?record_type=study-visit&mode=edit")
    expect(last_response.headers["content-disposition"]).to include("access-map-study-visit-edit.csv")
    expect(CSV.parse(last_response.body).first.first(3)).to eq(%w[Section Field Registrar])
  end

  it "turns down a question that names what is not there" do
    {
      "record_type=nothing" => "/record_type", "record_type=outgoing-loan&unit=moon" => "/unit",
      "record_type=outgoing-loan&record=LN-9999" => "/record",
      "record_type=outgoing-loan&audiences=role:ghost" => "/audience",
      "record_type=outgoing-loan&audiences=nonsense" => "/as"
    }.each do |query, pointer|
      expect(call(:get, "/api/map?#{query}")).to eq(422), query
      expect(answer["faults"][0]["pointer"]).to eq(pointer)
    end
    expect(call(:get, "/api/map?record_type=outgoing-loan&mode=swim")).to eq(400)
    expect(call(:get, "/api/map?record_type=outgoing-loan&colour=red")).to eq(400)
    expect(
      call(:get, "/api/map?record_type=outgoing-loan&audiences=#{(1..61).map { |number| "user:u#{number}" }.join(',')}")
    ).to eq(422)
    expect(
      call(
        :post, "/api/reasoning", { question: { as: "role:courier", record_type: "outgoing-loan" }, field: "nothing" }
      )
    ).to eq(422)
    expect(
      call(
        :post, "/api/rehearsal",
        { question: { as: "user:tomas.reyl", record_type: "outgoing-loan", entered: { nothing: 1 } } }
      )
    ).to eq(422)
  end
end
