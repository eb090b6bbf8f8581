# frozen_string_literal: true

# Ways in which a value that someone may not see has been had, or a record made that they may not make.
RSpec.describe "Hidden values and records that are not one's own to make" do
  loan = "/api/records/outgoing-loan"

  def fields = answer["form"]["sections"].flat_map { |section| section["fields"] }.to_h { |field| [field["id"], field] }
  def record(number) = Server::Record.find_by!(number: number)

  def rehearse(who, part = "", **question)
    sign_in(who)
    call(
      :post,
      "/api/rehearsal#{part}",
      {
        question: { as: "user:asha.brandt", record_type: "outgoing-loan", record: "LN-0042", mode: "view" }.merge(
          question
        )
      }
    )
  end

  it "meets a stored record only through a mode that opens it" do
    %w[asha ilka esme].each do |who|
      sign_in(who)
      expect(call(:post, "#{loan}/form", { mode: "create", number: "LN-0042" })).to eq(422)
      expect(told).to eq(["/number: a new outgoing loan has no number yet"])
      expect(call(:post, "#{loan}/form", { mode: "edit" })).to eq(422)
    end
    expect(rehearse("mairin", mode: "create")).to eq(422)
    expect(call(:get, "/api/map?record_type=outgoing-loan&mode=create&record=LN-0042")).to eq(422)
  end

  # Fields of the record that someone's own forms do not show them.
  def closed_to(who)
    sign_in(who)
    shown = %w[view edit].flat_map do |mode|
      call(:post, "/api/records/outgoing-loan/form", { mode: mode, number: "LN-0042" })
      fields.values.reject { |field| field["mask_words"] }.map { |field| field["id"] }
    end
    Server::PolicyStore.instance.in_force.policy.record_type("outgoing-loan").fields.map(&:id) - shown
  end

  def put(values) = record("LN-0042").tap { |row| row.values = row.values.merge(values) }.save!

  secret = {
    "security_notes" => "Qxkwv alarm code", "store_location" => "Qxkwv bay", "borrower_contact" => "Qxkwv Marrow",
    "borrower_telephone" => "Qxkwv 447", "borrower_email" => "qxkwv@qxkwv.example", "damage_notes" => "Qxkwv dent",
    "loan_fee" => 987_654_321, "unit_value" => 987_654_322
  }

  it "tells nobody by the stored records that a rule would meet what is in a field they may not see" do
    %w[yusuf xenia mairin].each do |who|
      closed = closed_to(who)
      expect(closed).to include("store_location")
      told = ["Aisle 1", "Qxkwv bay"].map do |place|
        put("store_location" => place)
        record("LN-0042").increment!(:version)
        there = { compare: "begins_with", left: { field: "store_location" }, right: { value: "Q" } }
        draft = { title: "Probe", kind: "ordinary", record_type: "outgoing-loan", when: there,
                  audience: { everyone: true }, lines: [{ fields: ["purpose"], effects: [{ effect: "hide" }] }] }
        call(:post, "/api/stored-records", { rule: draft })
        Server::Jobs::Crew.wait
        call(:get, "/api/stored-records/#{answer['id']}") if answer["id"]
        answer["result"]
      end
      expect(told[0]).to eq(told[1])
      expect(told[0]["types"][0]["made_up"]).to include("Store location")
    end
  end

  it "shows whoever rehearses, maps, reasons or asks no stored value that they may not see themselves" do
    %w[yusuf xenia mairin].each do |who|
      canaries = secret.slice(*closed_to(who))
      expect(canaries.size).to be > 3
      put(canaries)
      words =
        Regexp.union(
          canaries.values.flat_map do |value|
            value.is_a?(String) ? [value] : [value.to_s, value.to_s.reverse.scan(/\d{1,3}/).join(",").reverse]
          end
        )
      ["", "/question", "/save"].each do |part|
        expect(rehearse(who, part, entered: part == "/save" ? { packing: "x" } : {})).to eq(200)
        expect(last_response.body).not_to match(words), "#{who} #{part}"
      end
      question = { as: "user:asha.brandt", record_type: "outgoing-loan", record: "LN-0042" }
      %w[/api/reasoning /api/ask/what-for /api/ask/who].product(canaries.keys).each do |path, field|
        call(:post, path, { question: question, field: field })
        expect(last_response.body).not_to match(words), "#{who} #{path} #{field}"
      end
    end
    rehearse("mairin")
    expect(answer["made_up"]).to include("Security notes", "Loan fee")
    expect(fields["security_notes"]).to include("made_up" => true)
    # What she may see herself is the record's own.
    expect(fields["borrower"]).to include("value" => record("LN-0042").values["borrower"])
    expect(fields["borrower"]).not_to have_key("made_up")
  end

  it "answers alike whatever a hidden value is, and decides with what stands in" do
    %w[xenia mairin].each do |who|
      hidden = (secret.keys & closed_to(who)).first(3)
      bodies =
        [nil, 1, 2].map do |step|
          put(hidden.to_h { |id| [id, secret[id].is_a?(String) ? step&.to_s : step && (step * 1_000_000)] })
          rehearse(who, mode: "edit")
          [
            last_response.body, call(:get, "/api/map?record_type=outgoing-loan&record=LN-0042") && last_response.body
          ].map { |body| body.gsub(/"etag":"[^"]*"/, "") }
        end
      masked =
        Server::Sight
          .new(Server::Account.named(who).person)
          .of(record("LN-0042"), Server::PolicyStore.instance.in_force.policy.record_type("outgoing-loan"))
          .made_up
      expect(hidden - masked).to eq([])
      # Whether a masked value is blank is no secret; what it is makes no difference.
      expect(bodies.drop(1).uniq.size).to eq(1)
    end
  end

  it "has no record for an account that is nobody in the directory" do
    Server::Account.find_by!(login: "xenia").update!(person: nil)
    rehearse("xenia", "/question")
    expect(told).to eq(["/record: there is no outgoing loan “LN-0042”"])
  end

  it "works out nothing for a person from what is hidden from them" do
    sign_in("mairin")
    add_rule(
      title: "Hours are shut",
      record_type: "conservation-job",
      targets: {
        fields: ["hours_spent"]
      },
      audience: {
        everyone: true
      },
      effects: [{ effect: "hide", clear: true }]
    )
    publish
    record("CJ-0001").tap { |row| row.values = row.values.merge("hours_spent" => "7", "hourly_rate" => 50) }.save!
    %w[view edit].each do |mode|
      sign_in("ilka")
      call(:post, "/api/records/conservation-job/form", { mode: mode, number: "CJ-0001" })
      expect(fields.keys).not_to include("hours_spent", "cost")
      expect(last_response.body).not_to include("350")
    end
  end

  it "lets nobody create to whom every field is closed, and an empty change change nothing" do
    sign_in("mairin")
    sections = Server::PolicyStore.instance.in_force.policy.record_type("outgoing-loan").sections.map(&:id)
    add_rule(
      title: "Loans are shut",
      kind: "guardrail",
      targets: {
        sections: sections
      },
      audience: {
        any: [{ role: "courier" }]
      },
      effects: [{ effect: "lock" }]
    )
    publish(signed: true)
    sign_in("ilka")
    expect(call(:post, loan, { changes: {} })).to eq(422)
    expect(answer["refusals"].first["words"]).to include("No field of a new outgoing loan can be edited by you")
    before = record("LN-0042").attributes
    expect(call(:patch, "#{loan}/LN-0042", { changes: {} }, if_match: record("LN-0042").etag)).to eq(200)
    sign_in("asha")
    expect(
      call(
        :patch, "#{loan}/LN-0042", { changes: { purpose: record("LN-0042").values["purpose"] } },
        if_match: record("LN-0042").etag
      )
    ).to eq(200)
    expect(answer["etag"]).to eq(record("LN-0042").etag)
    expect(record("LN-0042").attributes).to eq(before)
  end

  it "lets an auditor change nothing: no record, no suggestion, and no run that is not their own" do
    sign_in("mairin")
    call(:post, "/api/audit", { state: "in_force" })
    run = answer["id"]
    sign_in("xenia")
    expect(call(:post, loan, { changes: { borrower: "B" } })).to eq(403)
    expect(call(:patch, "#{loan}/LN-0042", { changes: { packing: "B" } }, if_match: record("LN-0042").etag)).to eq(403)
    expect(call(:post, "#{loan}/LN-0042/dismissals", { offer: "x" })).to eq(403)
    expect(call(:delete, "/api/audit/#{run}")).to eq(403)
    expect(call(:post, "#{loan}/form", { mode: "view", number: "LN-0042" })).to eq(200)
    Server::Jobs::Crew.wait
  end

  it "sorts by what values are, whatever somebody has stored" do
    odd = { "LN-0001" => "99 Feb 2024", "LN-0002" => "31 Abc 2024", "LN-0003" => "1 Mar 2024", "LN-0004" => "12,5" }
    odd.each { |number, text| record(number).tap { |row| row.values = row.values.merge("borrower" => text) }.save! }
    sign_in("asha")
    %w[borrower stage insured_total leaving_date nothing].product(%w[up down]).each do |field, way|
      expect(call(:get, "#{loan}?sort=#{field}&direction=#{way}&per_page=1000")).to eq(200)
    end
    call(:get, "#{loan}?sort=leaving_date&per_page=1000")
    shown = answer["rows"].filter_map { |row| row["words"]["leaving_date"] }
    expect(shown.map { |text| Date.parse(text) }).to eq(shown.map { |text| Date.parse(text) }.sort)
  end

  it "cuts pages in the database, and says what a search or sort did not look at" do
    stub_const("Server::RecordList::BUDGET", 30)
    total = Server::Record.where(record_type: "outgoing-loan").count
    sign_in("asha")
    numbers =
      (1..((total / 7) + 1)).flat_map do |page|
        call(:get, "#{loan}?page=#{page}&per_page=7") && answer["rows"].map { |row| row["number"] }
      end
    expect(numbers).to eq(Server::Record.where(record_type: "outgoing-loan").order(:number).pluck(:number))
    expect(answer).to include("total" => total)
    expect(answer).not_to have_key("beyond")
    call(:get, "#{loan}?sort=borrower")
    expect(answer).to include("total" => 30, "beyond" => total - 30)
  end

  it "saves what the form shows after somebody has changed their mind, and says what it leaves out" do
    sign_in("asha")
    typed = { stage: "returned", damage_notes: "A scratch", packing: "Crate 9" }
    call(:post, "#{loan}/form", { mode: "edit", number: "LN-0042", entered: typed })
    expect(fields["damage_notes"]["value"]).to eq("A scratch")
    typed = typed.merge(stage: "approved")
    call(:post, "#{loan}/form", { mode: "edit", number: "LN-0042", entered: typed })
    expect(answer["form"]["put_aside"]).to match(
      [include("field" => "damage_notes", "words" => a_string_starting_with("Damage notes is hidden (Return details"))]
    )
    before = record("LN-0042").values
    expect(call(:patch, "#{loan}/LN-0042", { changes: typed }, if_match: record("LN-0042").etag)).to eq(200)
    expect(answer["put_aside"].map { |line| line["field"] }).to eq(["damage_notes"])
    expect(record("LN-0042").values).to eq(before.merge("packing" => "Crate 9"))
  end
end
