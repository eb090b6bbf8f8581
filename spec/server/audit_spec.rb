# frozen_string_literal: true

RSpec.describe "The audit through the API" do
  before do
    SampleDatabase.fresh
    sign_in("mairin")
  end

  # The policy with deliberate flaws, in the change set; proved: with what the audit finds in it.
  def bring_flaws(proved: true)
    import("policy", File.binread("demo/flawed-policy.json"))
    SampleDatabase.proved(:flawed) if proved
  end

  # Lines of what the audit finds, for a question.
  def audit(**question)
    call(:post, "/api/audit", { state: "pending" })
    Server::Jobs::Crew.wait
    look(**question)
  end

  def look(**question)
    call(:get, "/api/findings?#{URI.encode_www_form({ state: 'pending' }.merge(question))}")
    lines
  end

  def lines = answer["groups"].flat_map { |group| group["findings"] }

  def finding(detector, found = lines)
    line = found.find { |each| each["detector"] == detector } or return nil
    call(:get, "/api/findings/#{line['id']}?state=pending")
    answer
  end

  it "finds nothing above housekeeping in the sample policy, and every kind of flaw in the flawed one" do
    expect(audit.map { |each| each["severity"] }.uniq).to eq(["note"])
    bring_flaws(proved: false)
    expect(audit.map { |each| each["detector"] }.uniq).to match_array(CobaltLedger::Audit::Detector.names)
    expect(answer["current"]).to be(true)
    expect(answer["run"]["status"]).to eq("done")
  end

  it "shows an example that the rehearsal bears out" do
    bring_flaws
    found = finding("required_out_of_reach", audit)
    question = found["example"]["question"]
    expect(found["columns"]).to eq(["user:#{question['user']}", "role:courier"])
    asked = { as: "user:#{question['user']}", entered: question["stored"].merge(question["entered"]) }.merge(
      question.slice("record_type", "mode", "unit", "channel")
    )
    call(:post, "/api/rehearsal", { state: "pending", question: asked })
    levels =
      answer["form"]["sections"].flat_map { |section| section["fields"] }.to_h { |field| [field["id"], field["level"]] }
    expect(levels).to include(found["example"]["levels"])
  end

  it "previews a remedy, puts it into the change set, and proves only that record type again" do
    bring_flaws
    found = finding("nobody", audit)
    call(:post, "/api/findings/#{found['id']}/remedies/0/preview?state=pending", {})
    expect(answer["sentences"]).to eq([])
    expect(call(:post, "/api/findings/#{found['id']}/remedies/0?state=pending", {})).to eq(200)
    look
    expect([answer["current"], Server::AuditDigests.missing(Server::PolicyStore.instance.pending).keys]).to eq(
      [false, ["outgoing-loan"]]
    )
    look(record_type: "study-visit")
    expect(answer["current"]).to be(true)
    expect(audit.map { |each| each["detector"] }).not_to include("nobody")
    expect(call(:post, "/api/findings/#{found['id']}/remedies/0?state=pending", {})).to eq(404)
  end

  it "takes no remedy that was worked out for rules as they no longer are" do
    bring_flaws
    found = finding("no_effect", audit)
    id = found["rules"].first["id"]
    call(:get, "/api/rules/#{id}?state=pending")
    call(
      :put, "/api/rules/#{id}", { rule: answer["rule"].merge("title" => "Edited meanwhile") },
      if_match: answer["etag"]
    )
    expect(call(:post, "/api/findings/#{found['id']}/remedies/0?state=pending", {})).to eq(409)
    expect(answer["detail"]).to include("The rules have changed since this was found")
    call(:get, "/api/rules/#{id}?state=pending")
    expect(answer["rule"].values_at("title", "state")).to eq(["Edited meanwhile", nil])
    audit
    expect(call(:post, "/api/findings/#{found['id']}/remedies/0?state=pending", {})).to eq(200)
  end

  it "keeps a finding accepted until its rules change, and refuses an end in the past" do
    found = finding("self_opening_lock", audit)
    path = "/api/findings/#{found['id']}/acceptance?state=pending"
    expect(call(:put, path, { reason: "The curator decides", until: "2020-01-01" })).to eq(422)
    expect(call(:put, path, { reason: " " })).to eq(422)
    call(:put, path, { reason: "The curator decides", until: (Date.today + 30).iso8601 })
    expect(audit.map { |each| each["id"] }).not_to include(found["id"])
    expect(answer["set_aside"]).to eq(1)
    expect(finding("self_opening_lock", look(accepted: "yes", detector: "self_opening_lock"))["accepted"]).to include(
      "reason" => "The curator decides", "by" => "Mairin Okafor"
    )
    rule = found["rules"].first["id"]
    call(:get, "/api/rules/#{rule}")
    call(
      :put, "/api/rules/#{rule}", { rule: answer["rule"].merge("title" => "Another title") }, if_match: answer["etag"]
    )
    again = audit.find { |each| each["id"] == found["id"] }
    expect([again["accepted_by"], again["was_accepted"]]).to eq([nil, true])
  end

  it "accepts all of a kind on a field at once, and counts in the bar what the page lists" do
    bring_flaws
    listed = look
    call(:get, "/api/overview")
    expect(answer["findings"]).to eq(listed.size)
    of_a_field = listed.group_by { |each| each.values_at("detector", "record_type", "fields").flatten.first(3) }
    one = of_a_field.values.max_by(&:size).first
    call(:get, "/api/findings/#{one['id']}?state=pending")
    alike = listed.select do |each|
      each.values_at("detector", "record_type") == one.values_at("detector", "record_type") &&
        each["fields"].include?(one["fields"].first)
    end
    expect(answer["alike"]).to eq(alike.size)
    expect(alike.size).to be > 1
    call(:put, "/api/findings/#{one['id']}/acceptance?state=pending", { reason: "Meant so", alike: true })
    expect(listed.map { |each| each["id"] } - look.map { |each| each["id"] }).to match_array(alike.map { |each|
      each["id"]
    })
    call(:get, "/api/overview")
    expect(answer["findings"]).to eq(listed.size - alike.size)
  end

  it "can be cancelled before it has begun" do
    run = Server::Job.create!(kind: "audit", topic: "pending", subject: "y", started_by: "Mairin")
    call(:delete, "/api/audit/#{run.id}")
    expect(answer["status"]).to eq("cancelled")
    expect(call(:delete, "/api/audit/999999")).to eq(404)
  end

  it "breaks off when something fails, keeps what it had, and is started anew" do
    state = Server::PolicyStore.instance.pending
    first = state.policy.record_types.keys.first
    allow(Server::AuditPart).to receive(:keep).and_wrap_original do |keep, digest, type, *found|
      type == first ? keep.call(digest, type, *found) : raise("the disk is full")
    end
    expect { audit }.to output(/RuntimeError: the disk is full/).to_stderr_from_any_process
    expect([answer["run"]["status"], answer["current"], Server::AuditDigests.missing(state).size]).to eq(
      ["broken_off", false, state.policy.record_types.size - 1]
    )
    RSpec::Mocks.space.proxy_for(Server::AuditPart).reset
    expect(audit).not_to be_empty
    expect([answer["run"]["status"], answer["current"]]).to eq(["done", true])
  end

  it "forgets old parts, but none that is in use" do
    audit
    stub_const("Server::AuditPart::KEPT", 3)
    old = (1..6).map { |number| Server::AuditPart.keep("old #{number}", "study-visit", [], []) && "old #{number}" }
    add_rule
    audit
    kept = Server::AuditPart.pluck(:digest)
    expect(kept & old).to eq(["old 4", "old 5", "old 6"])
    expect(Server::AuditDigests.of(Server::PolicyStore.instance.pending).values - kept).to eq([])
    expect(answer["current"]).to be(true)
  end

  it "begins with the record type that is looked at, and does not run twice for the same" do
    call(:post, "/api/audit", { state: "pending", first: "study-visit" })
    run = answer["id"]
    call(:post, "/api/audit", { state: "pending" })
    expect(answer["id"]).to eq(run)
    Server::Jobs::Crew.wait
    expect(Server::AuditPart.order(:id).first.record_type).to eq("study-visit")
    call(:get, "/api/audit/#{run}")
    expect(answer).to include("status" => "done", "proved" => Server::AuditPart.count)
    expect(call(:get, "/api/audit/999999")).to eq(404)
    expect(call(:post, "/api/audit", { state: "asleep" })).to eq(422)
  end

  it "keeps what is proved of one record type when the run is cancelled, and goes on from there" do
    policy = Server::PolicyStore.instance.pending
    run =
      Server::Job.create!(
        kind: "audit", topic: "pending", subject: policy.subject, given: '{"first":"study-visit"}',
        started_by: "Mairin"
      )
    proved = []
    allow(Server::AuditPart).to receive(:keep).and_wrap_original do |keep, digest, type, *found|
      proved << type
      keep.call(digest, type, *found)
      Server::AuditRuns.cancel(run.id, Server::Account.named("mairin"))
    end
    Server::Jobs::Runner.new.work_off
    expect([run.reload.status, proved]).to eq(["cancelled", ["study-visit"]])
    expect(Server::AuditDigests.missing(policy).keys).to eq(policy.policy.record_types.keys - ["study-visit"])
    expect(look(record_type: "study-visit")).not_to be_empty
  end

  it "tells a question from what it is not about, and says how much that is" do
    all = audit.size
    expect(answer.values_at("beside", "current")).to eq([0, true])
    loans = look(record_type: "outgoing-loan").size
    expect(loans).to be_between(1, all - 1)
    viewed = look(record_type: "outgoing-loan", mode: "create", audiences: "role:courier").size
    expect(viewed + answer["beside"]).to eq(loans)
    expect(answer["beside"]).to be_positive
    {
      record_type: "x", detector: "smoke", mode: "sleep", channel: "pipe", unit: "moon", audiences: "role:x"
    }.each do |part, value|
      expect(call(:get, "/api/findings?state=pending&#{part}=#{value}")).to eq(422)
      expect(answer["faults"].first["pointer"]).to eq("/#{part}")
    end
    expect(call(:get, "/api/findings/0?state=pending")).to eq(404)
  end

  it "answers who can come to what, and what it would take" do
    asked = { question: { as: "user:tomas.reyl", record_type: "outgoing-loan", mode: "edit" }, field: "item_count" }
    call(:post, "/api/ask/who", asked)
    expect(answer["groups"].sum { |group| group["people"] }).to eq(44)
    expect(answer["groups"].first["levels"]).to eq(["editable"])
    call(:post, "/api/ask/what-for", asked)
    expect(answer["ways"].map { |way| [way["level"], way["when"]] }).to eq(
      [["editable", "Stage is Enquiry, Proposed or Approved (or is blank)"]]
    )
    expect(
      answer["hindrances"].map { |each| [each["level"], each["when"], each["by"].map { |by| by["words"] }] }
    ).to eq(
      [["read_only", "Stage is Signed, Out or Returned", ["14 “Signed loans keep their figures” gives locked"]]]
    )
    call(:post, "/api/ask/what-for", asked.merge(field: "unit_value"))
    expect([answer["answer"], answer["ways"]]).to eq(["no", []])
    expect(answer["hindrances"].first).to include(
      "level" => "hidden", "by" => include("words" => "Label Restricted starts as hidden")
    )
  end

  it "shows what another precedence would change before it is kept" do
    call(:get, "/api/precedence?state=pending")
    open = answer["methods"].find { |method| method["name"] == "most_open" }
    expect(open["tables"]["visibility"][2][0]).to eq("shown")
    call(
      :post, "/api/precedence/preview",
      { precedence: "most_open", question: { record_type: "outgoing-loan", mode: "edit" } }
    )
    expect(answer["cells"]).to include(
      include("field" => "loan_fee", "column" => "role:finance-partner", "after" => "editable!")
    )
    expect(answer["findings"]["settled"].join).to include("most open wins")
    call(:put, "/api/precedence", { precedence: "most_open" })
    expect(answer["policy"]).to eq("most_open")
    call(:get, "/api/change-set")
    expect(answer["edits"].map { |edit| edit["lines"] }).to eq([["strictest becomes most_open"]])
    expect(call(:put, "/api/precedence", { precedence: "by_dice" })).to eq(422)
  end

  it "goes by the closest choice: of the field, of the record type, of the policy" do
    looked = {
      precedence: "most_open",
      record_type: "outgoing-loan",
      field: "loan_fee",
      question: {
        record_type: "outgoing-loan", mode: "edit"
      }
    }
    call(:post, "/api/precedence/preview", looked)
    expect(answer["cells"].map { |cell| cell["field"] }.uniq).to eq(["loan_fee"])
    call(:put, "/api/precedence", looked.except(:question))
    call(:put, "/api/precedence", { precedence: "no_overlap", record_type: "outgoing-loan" })
    expect(
      [
        answer["policy"],
        answer["choices"].map do |choice|
          [choice.dig("field", "name"), choice["record_type"]["name"], choice["method"]]
        end
      ]
    ).to eq(["strictest", [[nil, "Outgoing loan", "no_overlap"], ["Loan fee", "Outgoing loan", "most_open"]]])
    call(:put, "/api/precedence", looked.except(:question).merge(precedence: nil))
    expect(answer["choices"].size).to eq(1)
    expect(call(:put, "/api/precedence", { precedence: nil })).to eq(422)
    expect(call(:put, "/api/precedence", { precedence: "most_open", field: "loan_fee" })).to eq(422)
    expect(call(:put, "/api/precedence", { precedence: "most_open", record_type: "outgoing-loan", field: "x" })).to eq(
      422
    )
    expect(answer["faults"]).to eq([{ "pointer" => "/field", "message" => "Outgoing loan has no field “x”" }])
  end

  it "gives ranks anew, and only to all rules of a kind at once" do
    call(:get, "/api/rules?record_type=study-visit&state=pending&per_page=1000")
    ids = answer["items"].reject { |view| view["rule"]["kind"] == "guardrail" }.map { |view| view["rule"]["id"] }
    call(
      :put, "/api/rules/order",
      { record_type: "study-visit", kind: "ordinary", rules: [ids[1], ids[0]] + ids.drop(2) }
    )
    expect(answer["moved"]).to eq(2)
    call(:get, "/api/rules?record_type=study-visit&state=pending")
    expect(answer["items"].first["rule"]["id"]).to eq(ids[1])
    expect(call(:put, "/api/rules/order", { record_type: "study-visit", kind: "ordinary", rules: ids.drop(1) })).to eq(
      422
    )
  end
end
