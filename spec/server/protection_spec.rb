# frozen_string_literal: true

# What is done to records as wholes, under the policy of the sample business.
RSpec.describe "Records protected as wholes" do
  loans = "/api/records/outgoing-loan"
  secrets = %w[01632 Marrow].freeze

  def standing(number, mode: "view", type: "outgoing-loan")
    call(:post, "/api/records/#{type}/form", { mode: mode, number: number })
    @etag = answer["etag"]
    answer["standing"]
  end

  def level(number, field)
    call(:post, "/api/records/outgoing-loan/form", { mode: "edit", number: number })
    @etag = answer["etag"]
    answer["form"]["sections"].flat_map { |section| section["fields"] }.find { |each| each["id"] == field }["level"]
  end

  def words = answer["refusals"]&.map { |each| each["words"] }
  def later(minutes) = allow(Time).to receive(:now).and_return(Time.now + (minutes * 60))

  it "locks a loan when it is signed, unlocks it for some minutes, and has it locked again by itself" do
    sign_in("tomas")
    expect(level("LN-0001", "packing")).to eq("read_only")
    expect(standing("LN-0001")["lock"]).to include("because" => "The stage Signed locks the record", "by_hand" => false)
    call(:patch, "#{loans}/LN-0001", { changes: { "purpose" => "research" } }, if_match: @etag)
    expect(words).to eq(["Purpose can't be changed: it is locked"])
    expect(call(:post, "#{loans}/LN-0001/unlock", { reason: "To mend it", minutes: 10, password: "three-lanterns" }))
      .to eq(422)
    expect(words).to eq(["You can’t unlock this outgoing loan"])

    sign_in("ravi")
    expect(call(:post, "#{loans}/LN-0001/unlock",
                { reason: "To mend it", minutes: 10, password: "guessed" })).to eq(422)
    expect(call(:post, "#{loans}/LN-0001/unlock", { reason: "To mend it", minutes: 60, password: "three-lanterns" }))
      .to eq(422)
    expect(told).to eq(["/minutes: must be at most 15"])
    expect(call(:post, "#{loans}/LN-0001/unlock", { reason: "To mend it", minutes: 10, password: "three-lanterns" }))
      .to eq(201)

    sign_in("tomas")
    expect(standing("LN-0001")["lifted"]).to include("by" => "Ravi Sandoval")
    expect(level("LN-0001", "purpose")).to eq("editable")
    expect(call(:patch, "#{loans}/LN-0001", { changes: { "purpose" => "research" } }, if_match: @etag)).to eq(200)
    later(11)
    expect(standing("LN-0001")["lock"]).to be_truthy
    expect(level("LN-0001", "purpose")).to eq("read_only")
    call(:get, "#{loans}/LN-0001/journal")
    expect(answer["items"]).to contain_exactly(
      include("kind" => "unlock", "by" => "Ravi Sandoval", "reason" => "To mend it", "minutes" => 10)
    )
  end

  it "locks by hand whom the policy lets, tells those who can lift it, and gives the lock back" do
    sign_in("tomas")
    expect(call(:post, "#{loans}/LN-0042/lock", { reason: "In dispute" })).to eq(422)
    expect(words).to eq(["You can’t lock this outgoing loan (Loans are locked by those who run them)"])
    sign_in("asha")
    expect(call(:post, "#{loans}/LN-0042/lock", { reason: "In dispute" })).to eq(201)
    expect(call(:post, "#{loans}/LN-0042/lock", { reason: "In dispute" })).to eq(409)
    expect(standing("LN-0042")["lock"]).to include("by" => "Asha Brandt", "note" => "In dispute", "by_hand" => true)
    call(:get, "#{loans}/LN-0042/lifters")
    expect(answer["names"]).to include("Ravi Sandoval")
    sign_in("ravi")
    call(:get, "/api/messages")
    expect(answer["items"].first).to include(
      "subject" => "Outgoing loan LN-0042 was locked by Asha Brandt", "body" => "Reason: In dispute"
    )
    call(:post, "#{loans}/LN-0042/unlock", { reason: "Settled", password: "three-lanterns" })
    expect(standing("LN-0042")).not_to include("lock")
  end

  it "shows a covered value for one look, with a reason, counted and in the journal" do
    sign_in("ravi")
    coverable = standing("LN-0042")["coverable"].map { |each| each["id"] }
    expect(coverable).to include("borrower_contact")
    expect(call(:post, "#{loans}/LN-0042/reveals", { field: "borrower_contact", reason: " " })).to eq(422)
    expect(call(:post, "#{loans}/LN-0042/reveals",
                { field: "borrower_contact", reason: "The crate is lost" })).to eq(201)
    expect(answer).to include("left" => 4, "seconds" => 30)
    expect(answer["fields"]).to contain_exactly(include("words" => "Ilse Marrow"))
    4.times { call(:post, "#{loans}/LN-0042/reveals", { field: "borrower_email", reason: "The crate is lost" }) }
    expect(call(:post, "#{loans}/LN-0042/reveals", { field: "borrower_email", reason: "Once more" })).to eq(429)
    sign_in("xenia")
    call(:get, "/api/journal?kind=reveal&person=ravi.sandoval")
    expect([answer["total"], last_response.body.match?(Regexp.union(secrets))]).to eq([5, false])
    sign_in("ilka")
    expect(call(:post, "#{loans}/LN-0042/reveals",
                { field: "borrower_contact", reason: "The crate is lost" })).to eq(422)
    expect(words).to eq(["You can’t reveal a masked value of this outgoing loan"])
  end

  it "reveals a whole record in an emergency, and tells the group that the policy names" do
    sign_in("ravi")
    expect(call(:post, "#{loans}/LN-0042/reveals", { reason: "Fire in the store" })).to eq(201)
    expect(answer["fields"].map { |each| each["id"] }).to include("borrower_contact", "unit_value")
    call(:get, "/api/messages")
    expect(answer["items"].first).to include("kind" => "emergency")
    expect(answer["items"].first.to_s).not_to match(Regexp.union(secrets))
    expect(Server::Message.where(kind: "emergency").pluck(:person)).to contain_exactly(
      "ravi.sandoval", "nadia.vosper", "benedikt.shaw", "wim.castellan"
    )
  end

  it "keeps one museum's records from another's people in list, count, search, picker, address and file" do
    sign_in("greta")
    kiln = Server::Record.where(record_type: "collection-object", unit: "the-kiln-works").pluck(:number)
    call(:get, "/api/records/collection-object?per_page=1000")
    expect([answer["total"], answer["rows"].map { |row| row["number"] }]).to eq([kiln.size, kiln.sort])
    other = Server::Record.find_by!(record_type: "collection-object", unit: "orrery-hall")
    call(:get, "/api/records/collection-object?search=#{other.number}")
    expect(answer["total"]).to eq(0)
    call(:get, "/api/records/collection-object/choices?search=#{other.number}")
    expect(answer["items"]).to eq([])
    bodies = [other.number, "TL-99999"].map do |number|
      %w[view edit].map do |mode|
        call(:post, "/api/records/collection-object/form", { mode: mode, number: number })
        [last_response.status, last_response.body.gsub(number, "it")]
      end
    end
    expect(bodies.uniq.size).to eq(1)
    expect(bodies[0][0][0]).to eq(404)
    call(:post, "/api/records/conservation-job/form", { mode: "edit", number: "CJ-0001" })
    custom_request("GET", "/api/records/collection-object/export", {}, {})
    expect(last_response.body).not_to include(other.number)
    expect(last_response.body.lines.size).to eq(kiln.size + 1)
  end

  it "opens valuations to the circle on weekdays, from the house's network only, and says until when" do
    Server::Account.create!(login: "edda", name: "Edda Farrow", access: "record_user", person: "edda.farrow",
                            password: Server::DemoData::PASSWORD)
    object = Server::Record.find_by!(record_type: "collection-object", unit: "tidewater-house").number
    seen = lambda do |at, address|
      allow(Time).to receive(:now).and_return(at)
      sign_in("edda")
      custom_request("POST", "/api/records/collection-object/form", {},
                     "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => @csrf, "REMOTE_ADDR" => address,
                     input: JSON.generate(mode: "view", number: object))
      [answer["form"]["sections"].flat_map { |each| each["fields"] }.any? { |each| each["id"] == "valuation" },
       answer["standing"]["turns_at"]]
    end
    friday = Time.utc(2026, 11, 27, 10)
    expect(seen.call(friday, "192.0.2.9")).to eq([true, "2026-11-27T18:00:00.000Z"])
    expect(seen.call(friday, "198.51.100.9")[0]).to be(false)
    expect(seen.call(friday + (8 * 3_600), "192.0.2.9")[0]).to be(false)
    expect(seen.call(friday + 86_400, "192.0.2.9")).to eq([false, "2026-11-30T08:00:00.000Z"])
  end

  it "deletes only what the policy lets go and nothing refers to" do
    sign_in("tomas")
    standing("LN-0007")
    expect(call(:delete, "#{loans}/LN-0007", nil, if_match: @etag)).to eq(422)
    expect(words).to eq(["You can’t delete this outgoing loan (Only Registration deletes loans)"])
    sign_in("asha")
    standing("LN-0004")
    expect(call(:delete, "#{loans}/LN-0004", nil, if_match: @etag)).to eq(422)
    standing("LN-0007")
    expect(call(:delete, "#{loans}/LN-0007", nil, if_match: @etag)).to eq(200)
    expect(call(:post, "#{loans}/form", { mode: "view", number: "LN-0007" })).to eq(404)
  end

  it "tells of an edited action whom it lets do less, before it is published, and why it is as it is" do
    sign_in("mairin")
    denied = { "lines" => [{ "actions" => ["export"], "effects" => [{ "effect" => "deny" }] }], "targets" => nil,
               "effects" => nil, "record_type" => "study-visit", "title" => "Visits stay here",
               "audience" => { "any" => [{ "role" => "volunteer" }] } }
    expect(call(:post, "/api/rules", { rule: rule.merge(denied).compact })).to eq(201), last_response.body
    call(:get, "/api/change-set/impact")
    expect(answer["lines"]).to include(
      include("field" => "Export", "direction" => ["may do less"], "before" => "allowed", "after" => "denied",
              "who" => "everyone with the role Volunteer")
    )
    call(:post, "/api/reasoning", { question: { as: "role:volunteer", record_type: "study-visit", mode: "view" },
                                    field: "action/export", state: "pending" })
    expect(answer["outcomes"].map { |each| each["level"] }).to eq(["denied"])
    call(:post, "/api/ask/what-for", { question: { as: "role:volunteer", record_type: "study-visit", mode: "view" },
                                       field: "action/unlock", state: "pending" })
    expect(answer).to include("answer" => "no", "field" => "Unlock")
  end

  it "takes somebody to be where their address is" do
    Server::Account.create!(login: "dag", name: "Dag Holloway", access: "record_user", person: "dag.holloway",
                            password: Server::DemoData::PASSWORD)
    job = Server::Record.find_by!(record_type: "conservation-job", unit: "tidewater-house")
    job.update!(stored: JSON.generate(job.values.merge("insurer_notes" => "worth more than it says")))
    sign_in("dag")
    seen = %w[192.0.2.70 192.0.2.9].map do |address|
      custom_request("POST", "/api/records/conservation-job/form", {},
                     "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => @csrf, "REMOTE_ADDR" => address,
                     input: JSON.generate(mode: "view", number: job.number))
      last_response.body.include?("worth more than it says")
    end
    expect(seen).to eq([true, false])
  end
end
