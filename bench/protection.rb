# frozen_string_literal: true

# A decision asked for by token under load, beside a bare route with the same answer; and a page of a list of many
# records of which rules let a person meet only some.
module ProtectionBench
  RECORDS = 100_000

  module_function

  def run(report)
    Dir.mktmpdir do |folder|
      Server::Database.open(File.join(folder, "bench.sqlite3"))
      Server::DemoData.load
      evaluations(report)
      lists(report)
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    end
  end

  def evaluations(report)
    _, secret = Server::Token.make(
      name: "bench", person: "loan-desk-link", record_types: ["outgoing-loan"], made_by: "bench",
      asks_for_others: true, expires_at: Time.now + 3_600
    )
    headers = { "authorization" => "Bearer #{secret}" }
    same = others = nil
    RouteBench.serve(Server::Application) do |port|
      same = RouteBench.measure(port, "/access/v1/evaluation", headers, question("tomas.reyl", "LN-0042"))
      others = RouteBench.measure(port, "/access/v1/evaluation", headers, questions)
    end
    text = JSON.generate("decision" => true, "context" => { "access" => "allowed", "reasons" => [] })
    bare = Sinatra.new do
      set :environment, :production
      set :host_authorization, permitted_hosts: []
      set :protection, false
      post("/bare") { content_type(:json) && text }
    end
    plain = nil
    RouteBench.serve(bare) { |port| plain = RouteBench.measure(port, "/bare", {}, questions) }
    report.figure("bare Sinatra route with the same answer", "#{plain[:rate].round} requests a second")
    { "one question again and again" => same, "every question another" => others }.each do |words, own|
      report.figure("evaluation by token, #{words}", "#{own[:rate].round} requests a second")
      report.figure("share of the bare route",
                    format("%.0f%% (target: at least 50%%)", 100 * own[:rate] / plain[:rate]))
    end
  end

  def question(person, number)
    { subject: { type: "user", id: person }, action: { name: "open" },
      resource: { type: "outgoing-loan", id: number } }
  end

  # More than are asked within a second.
  def questions
    people = Server::PolicyStore.instance.directory.users.map(&:id)
    Server::Record.where(record_type: "outgoing-loan").pluck(:number).product(people).first(8_000)
      .map { |number, person| question(person, number) }
  end

  # Two kinds of rules: by unit, which the database cuts by itself, and by what the record holds.
  def lists(report)
    fill
    page(report, "page of #{RECORDS} objects of three museums, of which one may be opened", "greta.moss",
         "collection-object")
    deny("outgoing-loan",
         { "compare" => "equal", "left" => { "field" => "stage" }, "right" => { "value" => "signed" } })
    page(report, "page of #{RECORDS} loans, of which those signed may not be opened", "tomas.reyl", "outgoing-loan")
  end

  def page(report, words, person, type)
    total = nil
    seconds = Array.new(7) do |index|
      Benchmark.realtime do
        desk = Server::RecordDesk.new(Server::Visitor.new(person))
        total = desk.list(type).page((index * 100) + 1, 50)["total"]
      end
    end.sort[3]
    report.figure("#{words}; #{total} met", format("%.0f ms (target: 300 ms)", seconds * 1000))
  end

  # Copies of the sample records.
  def fill
    %w[collection-object outgoing-loan].each do |type|
      samples = Server::Record.where(record_type: type).to_a
      rows = Array.new(RECORDS) do |index|
        sample = samples[index % samples.size]
        { record_type: type, number: format("ZZ-%06d", index), unit: sample.unit, stored: sample.stored,
          changed_by: "bench", created_at: Time.now, updated_at: Time.now }
      end
      rows.each_slice(5_000) { |slice| Server::Record.insert_all(slice) }
    end
  end

  def deny(type, condition)
    document = Server::Edition.newest.policy_document
    rule = { "id" => "bench", "title" => "Signed loans rest", "kind" => "guardrail", "rank" => 9_999,
             "record_type" => type, "audience" => { "everyone" => true }, "when" => condition,
             "lines" => [{ "actions" => ["open"], "effects" => [{ "effect" => "deny" }] }] }
    Server::Edition.create!(
      number: Server::Edition.newest.number + 1, sha256: "bench", note: "", published_by: "bench",
      document: CobaltLedger::CanonicalJson.write(document.merge("rules" => document["rules"] + [rule])),
      published_at: Time.now
    )
  end
end
