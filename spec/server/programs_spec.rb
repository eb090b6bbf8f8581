# frozen_string_literal: true

# Programs: their tokens, the decisions that they ask for, and records through the interface.
RSpec.describe "Programs" do
  def make_token(**more)
    sign_in("mairin")
    call(:post, "/api/tokens", { name: "Loan desk", person: "loan-desk-link", record_types: ["outgoing-loan"], days: 30,
                                 **more })
    answer["secret"]
  end

  # Asks as a program. Returns the status.
  def ask(secret, path, body = nil, verb: "POST", **headers)
    clear_cookies
    env = { "CONTENT_TYPE" => "application/json", "HTTP_AUTHORIZATION" => "Bearer #{secret}" }.merge(headers)
    custom_request(verb, path, {}, body ? env.merge(input: JSON.generate(body)) : env)
    hold_against_contract(verb.downcase, path)
    last_response.status
  end

  def evaluation(user, action, resource, **more)
    { subject: { type: "user", id: user }, action: { name: action },
      resource: { type: "outgoing-loan" }.merge(resource) }
      .merge(more)
  end

  it "are let in by a token that is shown once, kept as a hash, and refused from the moment it is revoked" do
    secret = make_token
    expect(Server::Token.first.attributes.to_s).not_to include(secret.delete_prefix("cobalt_"))
    call(:get, "/api/tokens")
    expect(last_response.body).not_to include(secret)
    expect(ask(secret, "/access/v1/evaluation", evaluation("loan-desk-link", "open", { id: "LN-0042" }))).to eq(200)
    expect(answer["decision"]).to be(true)
    expect(ask(secret, "/api/rules", verb: "GET")).to eq(403)
    expect(ask(secret, "/api/records/study-visit", verb: "GET")).to eq(404)
    sign_in("mairin")
    call(:delete, "/api/tokens/#{Server::Token.first.id}")
    expect(ask(secret, "/access/v1/evaluation", evaluation("loan-desk-link", "open", { id: "LN-0042" }))).to eq(401)
    expect(last_response.headers["www-authenticate"]).to eq('Bearer error="invalid_token"')
    expect(ask("", "/access/v1/evaluation", {})).to eq(401)
    [{}, { subject: {} }, evaluation("loan-desk-link", "open", { id: "LN-0042" }).merge(subject: 7)].each do |asked|
      expect([asked, ask(make_token, "/access/v1/evaluation", asked)]).to eq([asked, 400])
    end
  end

  it "are answered anew when anything has been written, by whichever process, however often they ask within a second" do
    secret = make_token(asks_for_others: true)
    asked = evaluation("asha.brandt", "edit", { id: "LN-0042", properties: { field: "purpose" } })
    path = ActiveRecord::Base.connection_db_config.database
    write = lambda do |sql|
      # As another process would: through a connection of its own.
      SQLite3::Database.new(path) { |other| other.execute(sql) }
    end
    [0, 1, 0, 1].each do |locked|
      write.call("UPDATE records SET locked = #{locked} WHERE number = 'LN-0042'")
      answers = Array.new(3) { ask(secret, "/access/v1/evaluation", asked) && answer["decision"] }
      expect(answers).to eq([locked.zero?] * 3)
    end
    write.call("UPDATE tokens SET revoked_at = '2026-01-01 00:00:00'")
    expect(ask(secret, "/access/v1/evaluation", asked)).to eq(401)
  end

  it "end with their day, and stand only for programs of the directory" do
    secret = make_token
    allow(Time).to receive(:now).and_return(Time.now + (31 * 86_400))
    expect(ask(secret, "/api/records/outgoing-loan", verb: "GET")).to eq(401)
    allow(Time).to receive(:now).and_call_original
    expect(make_token(person: "asha.brandt")).to be_nil
    expect(told.first).to start_with("/person: must be a program")
  end

  it "are answered for records and fields as the decision has it, for others only where the token says so" do
    own = make_token
    expect(ask(own, "/access/v1/evaluation", evaluation("asha.brandt", "open", { id: "LN-0042" }))).to eq(403)
    secret = make_token(asks_for_others: true)
    state = Server::PolicyStore.instance.in_force
    type = state.policy.record_type("outgoing-loan")
    fields = type.fields.map(&:id)
    %w[asha.brandt ilka.fenn milo.strand].each do |user|
      %w[LN-0001 LN-0042].each do |number|
        record = Server::Record.find_by!(number: number)
        decision = state.engine.decide(Server::Visitor.new(user).question(type, record, "edit"))
        ask(secret, "/access/v1/evaluation",
            evaluation(user, "edit", { id: number, properties: { fields: fields } }))
        expect(answer["context"]["fields"].transform_values { |each| each["access"] }).to eq(
          decision.fields.transform_values(&:level)
        )
        CobaltLedger::Catalogue::Action::KINDS.each_value.select { |kind| kind.modes.include?("edit") }.each do |kind|
          ask(secret, "/access/v1/evaluation",
              evaluation(user, kind.key, { id: number }, action: { name: kind.key, properties: { mode: "edit" } }))
          expect(answer["decision"]).to eq(decision.action(kind.key).allowed?), "#{user}, #{kind.key}, #{number}"
        end
      end
    end
  end

  it "say the time and the network of others, and are told the reasons" do
    secret = make_token(asks_for_others: true, record_types: %w[collection-object])
    sign_in("mairin")
    object = Server::Record.find_by!(record_type: "collection-object", unit: "tidewater-house").number
    asked = lambda do |time, network|
      # The program itself has to be let in to the records that it asks about.
      ask(secret, "/access/v1/evaluation",
          evaluation("pernille.aune", "see", { type: "collection-object", properties: {
                       unit: "tidewater-house", field: "valuation", values: { "title" => "Lamp" }
                     } }, context: { time: time, network: network, channel: "form" }))
      [answer["decision"], answer.dig("context", "reasons")]
    end
    expect(asked.call("2026-11-27T10:00:00Z", "192.0.2.9")[0]).to be(true)
    expect(asked.call("2026-11-28T10:00:00Z", "192.0.2.9")[0]).to be(false)
    expect(asked.call("2026-11-27T10:00:00Z", "198.51.100.9")).to eq([false, ["Label Restricted"]])
    expect(ask(secret, "/access/v1/evaluation",
               evaluation("pernille.aune", "open", { type: "collection-object", id: object }))).to eq(200)
    expect(answer).to eq("decision" => false, "context" => { "reasons" => ["There is no such record"] })
  end

  it "ask many questions at once, with what is said once for all" do
    secret = make_token
    asked = evaluation("loan-desk-link", "open", {}).except(:resource)
      .merge(evaluations: [{ resource: { type: "outgoing-loan", id: "LN-0042" } },
                           { resource: { type: "outgoing-loan", id: "none" } },
                           { resource: { type: "study-visit", id: "SV-0001" } }])
    ask(secret, "/access/v1/evaluations", asked, "HTTP_X_REQUEST_ID" => "q-17")
    expect(last_response.headers["x-request-id"]).to eq("q-17")
    expect(answer["evaluations"].map { |each| each["decision"] }).to eq([true, false, false])
    expect(answer["evaluations"][2]["context"]["error"]["status"]).to eq(400)
    ask(secret, "/access/v1/evaluations", asked.merge(options: { evaluations_semantic: "deny_on_first_deny" }))
    expect(answer["evaluations"].size).to eq(2)
    ask(secret, "/access/v1/evaluations", evaluation("loan-desk-link", "open", { id: "LN-0042" }))
    expect(answer["decision"]).to be(true)
  end

  it "search subjects, resources and actions as evaluations answer" do
    secret = make_token(asks_for_others: true)
    all = Server::PolicyStore.instance.directory.users.map(&:id).select do |id|
      ask(secret, "/access/v1/evaluation", evaluation(id, "unlock", { id: "LN-0001" })) && answer["decision"]
    end
    ask(secret, "/access/v1/search/subject", evaluation("x", "unlock", { id: "LN-0001" }, subject: { type: "user" }))
    expect(answer["results"].map { |each| each["id"] }).to eq(all.sort)
    ask(secret, "/access/v1/search/resource", evaluation("asha.brandt", "delete", {}).merge(page: { limit: 2 }))
    first = answer["results"].map { |each| each["id"] }
    ask(secret, "/access/v1/search/resource",
        evaluation("asha.brandt", "delete", {}).merge(page: { token: answer["page"]["next_token"] }))
    enquiries = Server::Record.where(record_type: "outgoing-loan").select { |each| each.values["stage"] == "enquiry" }
    expect(first + answer["results"].map { |each| each["id"] }).to eq(enquiries.map(&:number).sort)
    ask(secret, "/access/v1/search/action", evaluation("asha.brandt", "x", { id: "LN-0007" }).except(:action))
    expect(answer["results"].map { |each| each["name"] }).to contain_exactly("open", "save", "delete", "lock", "export")
    expect(ask(secret, "/access/v1/search/subject", evaluation("x", "open", {}, page: { token: "%%" }))).to eq(400)
  end

  it "read and write records as the interface, and are refused what the form refuses, in the same words" do
    secret = make_token
    ask(secret, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0042" })
    expect(last_response.body).not_to include("Ilse Marrow")
    etag = answer["etag"]
    changes = { changes: { "approval_date" => "2026-11-27" } }
    ask(secret, "/api/records/outgoing-loan/LN-0042", changes, verb: "PATCH", "HTTP_IF_MATCH" => etag)
    expect(answer["detail"]).to eq("Approval date can't be changed: it is locked (Approval is the committee’s and " \
                                   "Programs never write approvals)")
    expect(ask(secret, "/api/records/outgoing-loan/LN-0001/unlock", { reason: "So", minutes: 5, password: "x" },
               verb: "POST")).to eq(403)
  end

  it "find where to ask without any token" do
    call(:get, "/.well-known/authzen-configuration")
    expect(answer["access_evaluation_endpoint"]).to end_with("/access/v1/evaluation")
    stub_const("ENV", ENV.to_h.merge("COBALT_PUBLIC_ADDRESS" => "https://ledger.example.org"))
    custom_request("GET", "/.well-known/authzen-configuration", {}, { "HTTP_HOST" => "evil.example.com" })
    expect([last_response.body, answer["policy_decision_point"]]).to match(
      [satisfy { |body| !body.include?("evil") }, "https://ledger.example.org"]
    )
  end
end
