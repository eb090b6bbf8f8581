# frozen_string_literal: true

RSpec.describe "Stored records that an edit meets" do
  before { sign_in("mairin") }

  def ask(**body)
    call(:post, "/api/stored-records", body)
    answer
  end

  # What came of it in the end.
  def found(**body)
    began = ask(**body)
    return began["result"] if began["result"]

    Server::Jobs::Crew.wait
    call(:get, "/api/stored-records/#{began['id']}")
    answer["result"]
  end

  # Numbers of loans that someone may no longer save, by deciding each as a save under the pending policy.
  def shut_to(person)
    state = Server::PolicyStore.instance.pending
    type = state.policy.record_type("outgoing-loan")
    Server::Record.where(record_type: "outgoing-loan").select do |record|
      question = CobaltLedger::Decisions::Question.new(
        principals: state.directory.principals_of(person), record_type: type, unit: record.unit, mode: "edit",
        stored: record.values, at: Time.now, related: ->(other, number) { Server::Record.find_by(record_type: other, number: number)&.values }
      )
      open = state.engine.decide(question).fields.values.find { |field| field.open? && field.field.kind_name == "text" }
      open && !CobaltLedger::Decisions::Saving.new(state.engine).judge(question,
                                                                       { open.field.id => "touched" }).accepted
    end.map(&:number)
  end

  it "says that no record is met otherwise where nothing is edited" do
    expect(ask).to eq("status" => "done", "result" => { "looked_at" => 0, "concerned" => 0, "types" => [] })
  end

  it "counts and lists them, for a rule that is not kept yet and for the change set" do
    before = shut_to("tomas.reyl")
    requiring = rule(targets: { "fields" => ["purpose"] }, effects: [{ "effect" => "require" }],
                     reach: { "modes" => ["edit"] })
    blank = Server::Record.where(record_type: "outgoing-loan").find { |each| each.values["stage"] == "approved" }
    blank.update!(stored: JSON.generate(blank.values.except("purpose")))
    draft = found(rule: requiring)["types"][0]
    call(:post, "/api/rules", { rule: requiring })
    told = found["types"]
    expect(told).to eq([draft])
    expect(draft["met"]).to be_positive
    expect(draft["records"].size).to eq(draft["met"])
    stuck = draft["records"].select { |record| record["stuck"].positive? }
    expect(stuck.map { |record| record["number"] }).to include(blank.number)
    expect(stuck.find { |record| record["number"] == blank.number }["obstacles"]).to all(include("Purpose is required"))
    expect(shut_to("tomas.reyl") - before).to all(be_in(stuck.map { |record| record["number"] }))
  end

  it "become a job with progress where it takes longer, which is not done twice and can be cancelled" do
    stub_const("Server::StoredImpactRuns::MOMENT", -1)
    add_rule(effects: [{ "effect" => "lock" }])
    began = ask
    expect(began["status"]).to eq("running")
    Server::Jobs::Crew.wait
    call(:get, "/api/stored-records/#{began['id']}")
    expect(answer["status"]).to eq("done")
    whole = answer["result"]
    expect(whole["types"][0]["met"]).to be_positive
    expect(ask).to eq("status" => "done", "result" => whole)
    record = Server::Record.find_by(number: whole["types"][0]["records"][0]["number"])
    record.update!(version: record.version + 1)
    expect(ask).to include("status" => "running", "id" => be > began["id"])
    expect(call(:delete, "/api/stored-records/#{answer['id']}")).to eq(200)
    expect(answer["status"]).to be_in(%w[cancelled done])
    expect(call(:get, "/api/stored-records/999999")).to eq(404)
  end

  it "refuses a rule that is not sound, and says where" do
    expect(call(:post, "/api/stored-records", { rule: rule(targets: { "fields" => ["nowhere"] }) })).to eq(422)
    expect(told.join).to include("nowhere")
  end
end
