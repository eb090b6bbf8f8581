# frozen_string_literal: true

# What is closed to somebody, and told to them by another way.
RSpec.describe "What is closed" do
  object = "/api/records/collection-object"

  # Objects with a hazard that a person may open, and those that they may not.
  def objects(login)
    visitor = Server::Visitor.new(Server::Account.find_by!(login: login).person)
    type = visitor.record_type("collection-object")
    Server::Record.where(record_type: type.id).select { |each| each.values["hazard"] }
      .partition { |each| visitor.find(type, each.number, "list") }.map { |list| list.map(&:number) }
  end

  # What the form of a new job shows once an object's number has been typed.
  def job_on(number)
    call(:post, "/api/records/conservation-job/form", { mode: "create", entered: { object: number } })
    form = JSON.parse(last_response.body)
    form["form"]["sections"].flat_map { |each| each["fields"] }.reject { |field| field["id"] == "object" }
  end

  it "tells nothing of a record whose number is typed into a reference: it is as one that there is not" do
    met = 0
    told = 0
    Server::Account.where.not(person: nil).pluck(:login).each do |login|
      sign_in(login)
      next unless call(:post, "/api/records/conservation-job/form", { mode: "create" }) == 200

      open, closed = objects(login)
      closed.each { |number| expect([login, number, job_on(number)]).to eq([login, number, job_on("TL-99999")]) }
      met += closed.size
      told += 1 if open.any? && job_on(open.first).any? { |field| field["id"] == "hazard" && field["value"] }
    end
    expect([met, told]).to all(be_positive)
  end

  it "keeps nothing of it in what is saved, through any channel" do
    sign_in("asha")
    _, closed = objects("asha")
    call(:post, "/api/records/conservation-job", { entered: { object: closed.first, title: "X" } })
    expect(last_response.status).to be >= 400
    expect(last_response.body).not_to include("mercury", "Mercury")
  end

  it "is decided by what a record refers to as it is stored, whoever looks" do
    job = Server::Record.where(record_type: "conservation-job").find { |each| each.values["object"] }
    visitor = Server::Visitor.new("asha.brandt")
    type = visitor.record_type("conservation-job")
    question = visitor.question(type, job, "view")
    expect(question.related.call("collection-object", job.values["object"])).not_to be_nil
  end

  it "gives a search of stored records to whoever asked for it, and to nobody else" do
    stub_const("Server::StoredImpactRuns::MOMENT", -1)
    sign_in("mairin")
    add_rule
    call(:post, "/api/stored-records", {})
    id = answer["id"]
    expect(call(:get, "/api/stored-records/#{id}")).to eq(200)
    %w[zora xenia yusuf].each do |login|
      sign_in(login)
      expect(call(:get, "/api/stored-records/#{id}")).to eq(404)
      expect(call(:delete, "/api/stored-records/#{id}")).to eq(404)
    end
  end

  it "withholds reasons and details of entries about records that the reader may not open, and finds none by filters" do
    number = "TL-10484"
    Server::Account.create!(login: "reader", name: "Reader", access: "auditor", person: "greta.moss",
                            password: Server::DemoData::PASSWORD)
    sign_in("asha")
    expect(call(:post, "#{object}/#{number}/lock", { reason: "#{number} holds mercury" })).to eq(201)
    sign_in("reader")
    expect(call(:post, "#{object}/form", { mode: "view", number: number })).to eq(404)
    call(:get, "/api/journal?per_page=50")
    expect(answer["items"].find { |each| each["kind"] == "lock" }).to include("withheld" => true)
    expect(last_response.body).not_to include(number, "mercury")
    ["record_type=collection-object", "number=#{number}"].each do |filter|
      call(:get, "/api/journal?#{filter}")
      expect([filter, answer["items"]]).to eq([filter, []])
    end
    sign_in("mairin")
    call(:get, "/api/journal?record_type=collection-object")
    expect(answer["items"].map { |each| each["reason"] }).to eq(["#{number} holds mercury"])
  end

  it "is found by a search no longer once the record that it refers to hides it" do
    state = Server::PolicyStore.instance.in_force
    document = JSON.parse(JSON.generate(state.document))
    document["rules"] << {
      "id" => "by-object", "title" => "By the object", "kind" => "guardrail", "rank" => 999,
      "record_type" => "conservation-job", "audience" => { "everyone" => true },
      "when" => { "compare" => "is_filled", "left" => { "through" => "object", "field" => "hazard" } },
      "lines" => [{ "sections" => state.policy.record_type("conservation-job").sections.map(&:id),
                    "effects" => [{ "effect" => "hide" }] }]
    }
    Server::Edition.publish(document, by: "the example")
    visitor = -> { Server::RecordDesk.new(Server::Visitor.new("asha.brandt")).list("conservation-job") }
    safe = Server::Record.where(record_type: "collection-object").find { |each| each.values["hazard"].nil? }
    job = Server::Record.where(record_type: "conservation-job").first
    job.update!(stored: JSON.generate(job.values.merge("object" => safe.number, "title" => "Sought after")))
    text = job.number.downcase
    before = visitor.call.found(text)
    safe.update!(stored: JSON.generate(safe.values.merge("hazard" => ["lead"])))
    expect(before).to include(job.number)
    expect(visitor.call.found(text)).not_to include(job.number)
  end
end
