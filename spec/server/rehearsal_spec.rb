# frozen_string_literal: true

RSpec.describe "Rehearsal through the API" do
  def ask(**question)
    {
      question: { as: "user:asha.brandt", record_type: "outgoing-loan", mode: "edit", record: "LN-0042" }.merge(
        question
      )
    }
  end

  before do
    SampleDatabase.fresh
    sign_in("mairin")
  end

  def field(id, form = answer["form"])
    form["sections"].flat_map { |section| section["fields"] }.find { |each| each["id"] == id }
  end

  it "sets two people side by side and tells them apart field by field" do
    expect(call(:post, "/api/rehearsal", ask.merge(beside: "user:ilka.fenn"))).to eq(200)
    expect(answer["beside"]["person"]).to eq("Ilka Fenn")
    line = answer["differences"].find { |each| each["field"] == "unit_value" }
    expect([line["before"], line["after"]]).to eq(
      [{ "level" => "editable", "words" => "12,500.00" }, { "level" => "hidden" }]
    )
    expect(line["because"].map { |rule| rule["title"] }).to include("Values for those who insure")
  end

  it "tells what the last keystroke changed, and because of which rule" do
    call(:post, "/api/rehearsal", ask(entered: { stage: "signed" }).merge(since: {}))
    changed =
      answer["changed"].to_h do |line|
        [
          line["field"],
          [line["before"]["level"], line["after"]["level"], line["because"].map { |rule| rule["number"] }]
        ]
      end
    expect(changed["item_count"]).to eq(["editable", "read_only", ["14"]])
    expect(changed["stage"]).to eq(["required", "required", []])
  end

  it "answers at another time, and refuses one that the clocks skip" do
    call(:post, "/api/rehearsal", ask(at: "2027-03-03T10:00"))
    expect(field("leaving_date")["level"]).to eq("read_only")
    {
      "2027-03-28T01:30" => "/at: the clocks in Europe/London skip that hour on that day",
      "soon" => "must be a moment", "2027-02-30T10:00" => "is a day that does not exist"
    }.each do |at, words|
      expect(call(:post, "/api/rehearsal", ask(at: at))).to eq(422)
      expect(told.first).to include(words)
    end
    expect(call(:post, "/api/rehearsal", ask(network: "nowhere"))).to eq(422)
    expect(call(:post, "/api/rehearsal", ask(place: "moon"))).to eq(422)
    expect(call(:post, "/api/rehearsal", ask(form: "nothing"))).to eq(422)
  end

  it "opens values to the Insurance Circle only from the house and in office hours" do
    asked = { as: "user:pernille.aune", record_type: "collection-object", record: "TL-10400", mode: "view" }
    levels =
      [
        %w[2026-11-25T10:00 192.0.2.9], %w[2026-11-25T20:00 192.0.2.9], %w[2026-11-25T10:00 198.51.100.9],
        %w[2026-11-28T10:00 192.0.2.9]
      ].map do |at, network|
        call(:post, "/api/rehearsal", ask(**asked, at: at, network: network))
        field("valuation")["level"]
      end
    expect(levels).to eq(%w[read_only hidden hidden hidden])
  end

  it "gives the question as a file that the command line answers alike" do
    asked =
      ask(
        record_type: "conservation-job",
        record: "CJ-0004",
        entered: {
          "stage" => "completed", "hazard" => ["lead"]
        },
        at: "2026-11-25T10:00"
      )
    call(:post, "/api/rehearsal/question", asked)
    document = answer
    call(:post, "/api/rehearsal", asked)
    shown =
      answer["form"]["sections"].flat_map { |section| section["fields"] }.to_h { |each| [each["id"], each["level"]] }
    Dir.mktmpdir do |folder|
      path = File.join(folder, "question.json")
      File.write(path, JSON.generate(document))
      out = StringIO.new
      status =
        CobaltLedger::Commands::CommandLine.run(
          ["decide", "--policy", "demo/policy.json", "--directory", "demo/directory.json", "--question", path],
          out: out
        )
      expect(status).to eq(0)
      expect(JSON.parse(out.string)["fields"].transform_values { |each| each["level"] }).to eq(shown)
    end
  end

  it "takes what a new record begins with from the user, the day and the related record" do
    # One of their own museum: what they may not open shuts what a job carries over from it.
    own = Server::Visitor.new("dag.holloway")
    object = own.open_records(own.record_type("collection-object")).find { |record| record.values["hazard"] }
    call(
      :post,
      "/api/rehearsal",
      {
        question: {
          as: "user:dag.holloway",
          record_type: "conservation-job",
          mode: "create",
          entered: {
            object: object.number
          }
        }
      }
    )
    expect(field("hazard")["value"]).to eq(object.values["hazard"])
    expect(field("hazard")["written_by"]["title"]).to eq("Hazards come with the object")
    expect(field("hazard_measures")["level"]).to eq("required")
    call(
      :post,
      "/api/rehearsal",
      {
        question: {
          as: "user:dag.holloway",
          record_type: "conservation-job",
          mode: "create",
          entered: {
            object: "TL-99999"
          }
        }
      }
    )
    expect(field("hazard")["value"]).to be_nil
  end

  it "previews and keeps a record type, and refuses what is wrong or out of date" do
    call(:get, "/api/catalogue?state=pending")
    type = answer["record_types"].find { |each| each["id"] == "study-visit" }
    document =
      type.except("etag", "records", "rules", "plural").merge(
        "fields" => type["fields"].map { |each| each.except("about") }
      )
    short =
      document.merge("forms" => document["forms"].map { |form| form.merge("sections" => form["sections"].first(1)) })
    call(
      :post, "/api/record-types/preview",
      { record_type: short, question: { as: "user:cleo.marchetti", record_type: "study-visit" } }
    )
    expect(answer["form"]["sections"].map { |section| section["id"] }).to eq(["request"])
    expect(call(:put, "/api/record-types/study-visit", { record_type: short }, if_match: type["etag"])).to eq(200)
    expect(call(:put, "/api/record-types/study-visit", { record_type: document }, if_match: type["etag"])).to eq(412)
    broken = document.merge("forms" => [document["forms"].first])
    call(
      :post, "/api/record-types/preview",
      { record_type: broken, question: { as: "user:cleo.marchetti", record_type: "study-visit" } }
    )
    expect(answer["faults"].first["message"]).to start_with("one form must be the fallback")
    missing = document.merge("fields" => document["fields"].reject { |each| each["id"] == "supervisor" })
    call(
      :post, "/api/record-types/preview",
      { record_type: missing, question: { as: "user:cleo.marchetti", record_type: "study-visit" } }
    )
    expect(answer["faults"].map { |fault| fault["message"] }).to include("there is no field “supervisor”")
  end

  it "says what keeping a rule does to whom" do
    call(
      :post, "/api/rules/consequences",
      { rule: rule(effects: [{ "effect" => "hide" }], audience: { "any" => [{ "role" => "courier" }] }) }
    )
    expect(answer["sentences"]).to include(
      "Everyone with the role Courier sees less of Purpose of an outgoing loan: " \
      "Read-only becomes Hidden."
    )
    expect(call(:post, "/api/rules/consequences", { rule: rule(effects: []) })).to eq(422)
  end

  it "takes text as long as its field, from right to left and with combining marks, and loses none of it" do
    ["x" * 10_000, "שלום עולם", "e\u0301a\u0308 \u{1F3FA}", "\u202Eabc"].each do |text|
      expect(call(:post, "/api/rehearsal", ask(entered: { packing: text }))).to eq(200)
      expect(field("packing")["value"]).to eq(text)
    end
    call(:post, "/api/rehearsal/save", ask(entered: { item_count: "9" * 400, unit_value: "1e999999" }))
    expect(answer["refusals"].map { |refusal| [refusal["field"], refusal["kind"]] }).to include(
      %w[item_count unsuitable], %w[unit_value unsuitable]
    )
  end
end
