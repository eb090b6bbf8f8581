# frozen_string_literal: true

# Every way by which a record is written, held to what the form refuses: by the same rules, in the same words.
RSpec.describe "Every way into a record" do
  loan = "LN-0042"
  changes = { "director_sign_off" => true, "return_date" => "2000-01-01" }.freeze
  words = ["A loan can’t come back before it leaves",
           "Director’s sign-off can't be changed: it is locked (Sign-off is the director’s)"].freeze

  # What programs and files are told beside, because a guardrail speaks of them.
  let(:by_programs) do
    "Director’s sign-off can't be changed: it is locked (Sign-off is the director’s and Programs never write approvals)"
  end

  def etag(number) = Server::Record.find_by!(number: number).etag
  def refused = (answer["refusals"] || []).map { |each| each["words"] }
  def stored(number) = Server::Record.find_by!(number: number).stored

  # The same of a program of the directory, so that the same rules are met.
  def by_program(changes, number)
    secret = Server::Token.make(
      name: "Desk", person: "loan-desk-link", record_types: ["outgoing-loan"], made_by: "Mairin Okafor",
      expires_at: Time.now + 3_600
    ).last
    clear_cookies
    custom_request("PATCH", "/api/records/outgoing-loan/#{number}", {},
                   "CONTENT_TYPE" => "application/json", "HTTP_AUTHORIZATION" => "Bearer #{secret}",
                   "HTTP_IF_MATCH" => etag(number), input: JSON.generate(changes: changes))
    refused
  end

  def by_form(login, changes, number)
    sign_in(login)
    call(:patch, "/api/records/outgoing-loan/#{number}", { changes: changes }, if_match: etag(number))
    refused
  end

  def by_file(login, changes, number)
    sign_in(login)
    csv = "number,#{changes.keys.join(',')}\n#{number},#{changes.values.map do |each|
      { true => 'yes', false => 'no' }.fetch(each, each)
    end.join(',')}\n"
    call(:post, "/api/records/outgoing-loan/import", { content: [csv].pack("m0"), format: "csv" })
    expect(last_response.status).to eq(422)
    answer["rows"].flat_map { |row| row["refusals"] }
  end

  def by_automation(changes, number)
    policy = Server::PolicyStore.instance.in_force.policy
    step = { "write" => changes.transform_values { |value| { "value" => value } } }
    automation = CobaltLedger::Rules::Automation.new(
      id: "a", title: "Night", user: "night-runner", record_type: "outgoing-loan", start: { "created" => true },
      steps: [step], on: true
    )
    expect(policy.automations).not_to include(automation)
    Server::AutomationRunner.new(automation, Server::Record.find_by!(number: number), 0).run
    Server::JournalEntry.where(kind: "automation").last.told["refused"].split("; ")
  end

  it "refuses what the form refuses, in the same words, and stores nothing of it" do
    before = stored(loan)
    expect(by_form("asha", changes, loan)).to match_array(words)
    expect(by_file("asha", changes, loan)).to contain_exactly(words[0], by_programs)
    expect(by_form("tomas", changes, loan)).to match_array(words)
    kept = [by_programs, "Return date can't be changed: it is locked (Loans are kept by Registration)"]
    expect(by_program(changes, loan)).to match_array(kept)
    expect(by_automation(changes, loan)).to match_array(kept)
    expect(stored(loan)).to eq(before)
  end

  it "refuses the same of a record that somebody has temporarily unlocked" do
    Server::Record.find_by!(number: "LN-0001").update!(lifted_until: Time.now + 600, lifted_by: "Ravi Sandoval")
    signed = { "purpose" => "research", **changes, "director_sign_off" => false }
    expect(by_form("asha", signed, "LN-0001")).to match_array(words)
    expect(by_file("asha", signed, "LN-0001")).to contain_exactly(words[0], by_programs)
  end

  it "refuses it of a record that is made from another" do
    automation = CobaltLedger::Rules::Automation.new(
      id: "a", title: "Night", user: "night-runner", record_type: "collection-object", start: { "created" => true },
      steps: [{ "make" => { "record_type" => "conservation-job", "through" => "object",
                            "values" => { "hazard" => { "value" => "radium" }, "proposal" => { "value" => "x" } } } }],
      on: true
    )
    object = Server::Record.where(record_type: "collection-object").first
    expect { Server::AutomationRunner.new(automation, object, 0).run }
      .not_to(change { Server::Record.where(record_type: "conservation-job").count })
    by_automation = Server::JournalEntry.where(kind: "automation").last.told["refused"]
    desk = Server::RecordDesk.new(Server::Visitor.new("dag.holloway"))
    said = begin
      desk.create("conservation-job", nil, { "hazard" => "radium", "proposal" => "x" }, by: "Dag")
    rescue Server::Problem => e
      e.message
    end
    expect(by_automation).to eq(said)
  end

  it "brings back what it took out, whatever is covered in it, and changes nothing" do
    sign_in("tomas")
    before = Server::Record.where(record_type: "outgoing-loan").order(:number).pluck(:number, :stored, :version)
    %w[csv json].each do |format|
      custom_request("GET", "/api/records/outgoing-loan/export?format=#{format}", {}, {})
      expect(last_response.status).to eq(200)
      expect(last_response.body).not_to include("Bay 4")
      call(:post, "/api/records/outgoing-loan/import", { content: [last_response.body].pack("m0"), format: format })
      expect([last_response.status, answer["stored"]]).to eq([201, 0]), last_response.body[0, 400]
    end
    expect(Server::Record.where(record_type: "outgoing-loan").order(:number).pluck(:number, :stored,
                                                                                   :version)).to eq(before)
  end

  it "takes nothing out for whoever may export nothing, and only what is looked for" do
    sign_in("cleo")
    custom_request("GET", "/api/records/outgoing-loan/export", {}, {})
    expect([last_response.status, answer["detail"]]).to eq([403, "You can’t export outgoing loans."])
    expect(Server::JournalEntry.where(kind: "export")).to be_empty
    sign_in("tomas")
    call(:get, "/api/records/outgoing-loan?search=LN-004&per_page=100")
    listed = answer["rows"].map { |row| row["number"] }
    custom_request("GET", "/api/records/outgoing-loan/export?format=json&search=LN-004", {}, {})
    expect(answer["records"].map { |record| record["number"] }).to match_array(listed)
    expect(listed.size).to be_between(1, 20)
    expect(Server::JournalEntry.where(kind: "export").count).to eq(1)
  end

  it "takes out in parts what is more than one file holds, all of it and nothing twice" do
    sign_in("asha")
    address = "/api/records/outgoing-loan/export?format=json"
    fetch = ->(from) { custom_request("GET", from, {}, {}) && JSON.parse(last_response.body)["records"] }
    whole = fetch.call(address)
    stub_const("Server::RecordExport::MOST", 17)
    parts = []
    while address
      parts << fetch.call(address)
      address = last_response.headers["link"]&.slice(/<(.+)>; rel="next"/, 1)
    end
    expect(last_response.headers["content-disposition"]).to include("outgoing-loan-after-LN-")
    expect(parts[0..-2].map(&:size).uniq).to eq([17])
    expect(parts.flatten(1)).to eq(whole)
    custom_request("GET", "/api/records/outgoing-loan/export?format=json", {}, {})
    call(:post, "/api/records/outgoing-loan/import", { content: [last_response.body].pack("m0"), format: "json" })
    expect([last_response.status, answer["stored"]]).to eq([201, 0])
  end

  it "tells of every row of a file what is wrong with it, and turns down what is no file of records" do
    sign_in("asha")
    ask = lambda { |text, format|
      call(:post, "/api/records/outgoing-loan/import/preview", { content: [text].pack("m0"), format: format })
    }
    ask.call("number,purpose\nLN-0042,\"broken\n", "csv")
    expect(told.first).to include("is not CSV")
    ask.call("number,nothing\n1,2\n", "csv")
    expect(told.first).to include("Outgoing loan has no field “nothing”")
    ask.call("[1]", "json")
    expect(told.first).to include("must be an object with values")
    ask.call("number,item_count\nLN-0042,7\nLN-9999,7\n,many\n", "csv")
    expect(answer["rows"].map { |row| row["refusals"].size }).to eq([0, 1, 2])
    expect(Server::Record.find_by!(number: "LN-0042").values["item_count"]).not_to eq("7")
  end

  it "reads a file as a spreadsheet of another country writes it, says how, and takes another word for it" do
    sign_in("asha")
    text = "number;borrower\r\nLN-0042;Café Größe, Sallow\r\n"
    bytes = ["\uFEFF#{text}".encode("UTF-16LE"), text.encode("Windows-1252"), text].map { |each| [each.b].pack("m0") }
    read = bytes.map do |content|
      call(:post, "/api/records/outgoing-loan/import/preview", { content: content, format: "csv" })
      [answer["changed"], *answer["read_as"].values_at("separator", "encoding")]
    end
    expect(read).to eq([[1, "semicolon", "UTF-16LE"], [1, "semicolon", "Windows-1252"], [1, "semicolon", "UTF-8"]])
    body = { content: bytes[1], format: "csv" }
    expect(call(:post, "/api/records/outgoing-loan/import", { **body, separator: "comma" })).to eq(422)
    expect(told.join).to include("has no field “number;borrower”")
    expect(call(:post, "/api/records/outgoing-loan/import", body)).to eq(201)
    expect(Server::Record.find_by!(number: "LN-0042").values["borrower"]).to eq("Café Größe, Sallow")
  end
end
