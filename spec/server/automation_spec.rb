# frozen_string_literal: true

# What happens by itself, as a program and under the same decisions; and what a record carries from the one it came
# from.
RSpec.describe "Automations" do
  def policy = Server::Edition.newest.policy_document

  # Puts another policy in force.
  def in_force(&block)
    document = JSON.parse(JSON.generate(policy)).tap(&block)
    directory = Server::PolicyStore.instance.directory
    CobaltLedger::Formats::PolicyJson.build(document, directory)
    Server::Edition.create!(
      number: Server::Edition.newest.number + 1, document: CobaltLedger::CanonicalJson.write(document), sha256: "x",
      note: "", published_by: "spec", published_at: Time.now
    )
  end

  def approve(number)
    call(:post, "/api/records/outgoing-loan/form", { mode: "edit", number: number })
    changes = { "stage" => "approved", "insurer" => "Lantern & Sons", "policy_number" => "LS-1" }
    call(:patch, "/api/records/outgoing-loan/#{number}", { changes: changes }, if_match: answer["etag"])
  end

  def jobs = Server::Record.where(record_type: "conservation-job")
  def done = Server::JournalEntry.where(kind: "automation").map { |entry| entry.told.values.first }

  it "make a record, write fields and tell people, each with what they may see" do
    sign_in("asha")
    loan = Server::Record.find_by!(number: "LN-0013")
    expect { expect(approve("LN-0013")).to eq(200), last_response.body }.to change(jobs, :count).by(1)
    made = jobs.order(:id).last
    expect(answer["caused"]).to eq(["Packing was filled in", "Conservation job #{made.number} was created"])
    expect(made.values).to include("object" => loan.values["object"], "proposal" => "Condition check before the loan")
    expect(made.unit).to eq(loan.unit)
    expect(loan.reload.values["packing"]).to eq("To be packed once the object is checked")
    expect(done).to eq(["made Conservation job #{made.number}", "wrote Packing", "told 4 people"])
    told = Server::Message.where(kind: "automation").pluck(:person, :body).to_h
    expect(told.keys).to include("dag.holloway")
    expect(told["dag.holloway"]).to include("Object: #{loan.values['object']}")
    expect(told.values.join).not_to include("Unit value")
  end

  it "are told to who saves, but for what they may not see of it" do
    in_force do |copy|
      rule = { "kind" => "guardrail", "audience" => { "any" => [{ "user" => "asha.brandt" }] } }
      copy["rules"] += [
        rule.merge("id" => "x1", "title" => "No jobs", "rank" => 901, "record_type" => "conservation-job",
                   "lines" => [{ "actions" => ["open"], "effects" => [{ "effect" => "deny" }] }]),
        rule.merge("id" => "x2", "title" => "No packing", "rank" => 902, "record_type" => "outgoing-loan",
                   "lines" => [{ "fields" => ["packing"], "effects" => [{ "effect" => "hide" }] }])
      ]
    end
    sign_in("asha")
    expect { expect(approve("LN-0013")).to eq(200), last_response.body }.to change(jobs, :count).by(1)
    expect(answer).not_to have_key("caused")
  end

  it "do not do what they may not, say so in the form's own words, and do the rest" do
    in_force do |copy|
      copy["automations"][0]["steps"].unshift("write" => { "approval_date" => { "today" => true } })
    end
    sign_in("asha")
    expect(approve("LN-0013")).to eq(200)
    words = "Approval date can't be changed: it is locked (Approval is the committee’s and Programs never write " \
            "approvals)"
    expect(done.first).to eq(words)
    expect(done.size).to eq(4)
    expect(Server::Message.find_by(kind: "refusal", person: "mairin.okafor").body).to eq("Reason: #{words}")
    expect(Server::Record.find_by!(number: "LN-0013").values["approval_date"]).to be_nil
  end

  it "stop where they start each other" do
    in_force do |copy|
      copy["automations"] = [{ "id" => "again", "title" => "Again", "user" => "night-runner",
                               "record_type" => "conservation-job", "when" => { "created" => true },
                               "steps" => [{ "make" => { "record_type" => "conservation-job",
                                                         "values" => { "proposal" => { "value" => "More" } } } }] }]
    end
    sign_in("mairin")
    before = jobs.count
    Server::RecordDesk.new(Server::Visitor.new("dag.holloway")).create("conservation-job", nil,
                                                                       { "proposal" => "One" }, by: "Dag")
    expect(jobs.count).to eq(before + 4)
  end

  it "carry the source's cover into what is made from it, as long as the link lasts" do
    object = Server::Record.find_by!(record_type: "collection-object", unit: "tidewater-house")
    object.update!(stored: JSON.generate(object.values.merge("hazard" => ["radium"], "hazard_notes" => "kept wet")))
    job = jobs.find_by!(unit: "tidewater-house")
    job.update!(stored: JSON.generate(job.values.merge("object" => object.number, "hazard" => ["radium"],
                                                       "hazard_measures" => "kept wet, gloves")))
    seen = lambda do |login|
      sign_in(login)
      call(:post, "/api/records/conservation-job/form", { mode: "view", number: job.number })
      answer["form"]["sections"].flat_map { |each| each["fields"] }.find { |each| each["id"] == "hazard_measures" }
    end
    expect(seen.call("cleo")).to include("level" => "masked")
    expect(last_response.body).not_to include("gloves")
    # An object that one may not open covers all.
    expect(seen.call("greta")).to be_nil
    call(:get, "/api/records/conservation-job?search=gloves")
    expect(answer["total"]).to eq(0)
    job.update!(stored: JSON.generate(job.values.except("object")))
    expect(seen.call("cleo")).to include("level" => "read_only", "words" => "kept wet, gloves")
  end
end
