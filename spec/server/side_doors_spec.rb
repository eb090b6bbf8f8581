# frozen_string_literal: true

# What is closed to someone, and told to them by another way.
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

  describe "a file of many records" do
    def rows(count)
      "borrower,stage,purpose\n#{Array.new(count) { |place| "Borrower #{place},enquiry,research\n" }.join}"
    end

    def file(text, part = "")
      call(:post, "/api/records/outgoing-loan/import#{part}", { content: [text].pack("m0"), format: "csv" })
    end

    # How often no one else could have written while the block ran.
    def held(&block)
      other = SQLite3::Database.new(ActiveRecord::Base.connection_db_config.database)
      shut = 0
      work = Thread.new(&block)
      while work.alive?
        begin
          other.execute("BEGIN IMMEDIATE")
          other.execute("ROLLBACK")
        rescue SQLite3::BusyException
          shut += 1
        end
        sleep 0.005
      end
      work.value
      shut
    ensure
      other&.close
    end

    it "keeps nobody from saving while it is looked at" do
      sign_in("tomas")
      expect(held { expect(file(rows(300), "/preview")).to eq(200) }).to eq(0)
      expect(answer).to include("new" => 300, "refused" => 0)
    end

    it "is stored whole, with numbers in a row, or not at all where something was saved meanwhile" do
      sign_in("tomas")
      expect(file(rows(1_200))).to eq(201)
      made = Server::Record.where(record_type: "outgoing-loan").order(:id).last(1_200)
      given = made.map { |each| each.number[/\d+/].to_i }
      expect(given).to eq((given.first...(given.first + 1_200)).to_a)
      expect(made.map { |each| each.values["loan_number"] }).to eq(made.map(&:number))
      changes = "number,purpose\n#{made.first(30).map { |each| "#{each.number},exhibition\n" }.join}"
      # Someone saves one of them between its being judged and its being written.
      allow(Server::NumberGiver).to receive(:several).and_wrap_original do |original, *given|
        Server::Record.where(id: made.first.id).update_all("version = version + 1")
        original.call(*given)
      end
      expect(file(changes)).to eq(412)
      expect(made.first(30).map { |each| each.reload.values["purpose"] }.uniq).to eq(["research"])
      allow(Server::NumberGiver).to receive(:several).and_call_original
      expect(file(changes)).to eq(201)
      expect(made.first(30).map { |each| each.reload.values["purpose"] }.uniq).to eq(["exhibition"])
    end
  end

  it "brings every text back from a file as it was, with nothing in it that a spreadsheet would run" do
    texts = ["'quoted", "\ttabbed", "=1+1", "＝1+1", "  =1+1", "@here", "-5 °C", "''twice", "plain", "＋49", "'=1",
             " spaced ", "two\nlines"]
    guard = CobaltLedger::Formats::SpreadsheetGuard
    left = texts.map { |text| guard.guard(text) }
    expect(left.map { |text| guard.unguard(text) }).to eq(texts)
    expect(left.grep(/\A[[:space:]]*[=+\-@＝＋－＠]|\A[\t\r\n]/)).to eq([])
    sign_in("asha")
    record = Server::Record.find_by!(number: "LN-0042")
    texts.each do |text|
      record.reload.update!(stored: JSON.generate(record.values.merge("purpose" => text)), version: record.version + 1)
      custom_request("GET", "/api/records/outgoing-loan/export?format=csv&search=LN-0042", {}, {})
      call(:post, "/api/records/outgoing-loan/import", { content: [last_response.body].pack("m0"), format: "csv" })
      expect([text, last_response.status, answer["stored"]]).to eq([text, 201, 0])
    end
  end

  it "keeps refusals and dismissals from filling up" do
    outbox = Server::Outbox.new(Server::PolicyStore.instance.in_force)
    60.times { outbox.refused(["asha.brandt"], "Feed", "outgoing-loan", "LN-0042", "Purpose is locked") }
    expect(Server::Message.where(kind: "refusal", person: "asha.brandt").count).to eq(1)
    60.times { |place| outbox.refused(["asha.brandt"], "Feed", "outgoing-loan", "LN-0042", "Number #{place} is no") }
    expect(Server::Message.where(kind: "refusal", person: "asha.brandt").count).to eq(Server::Outbox::REFUSALS)
    sign_in("asha")
    300.times { |place| call(:post, "/api/records/outgoing-loan/LN-0042/dismissals", { offer: "made up #{place}" }) }
    expect(Server::Dismissal.count).to eq(Server::RecordDesk::DISMISSED)
  end
end
