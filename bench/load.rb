# frozen_string_literal: true

require "socket"

# How long light questions take while an import, an audit and an account of a change are calculated, on the server as it
# is really run, over the loopback address.
module LoadBench
  # Light questions asked in each phase.
  ASKED = 150
  RULES = 1_000

  # One signed-in person.
  class Person
    def initialize(port, login)
      @port = port
      answer =
        Net::HTTP.post(
          URI("http://127.0.0.1:#{port}/api/session"),
          JSON.generate(login: login, password: Server::DemoData::PASSWORD), "content-type" => "application/json"
        )
      @headers = {
        "cookie" => answer["set-cookie"][/cobalt_session=[^;]+/], "x-csrf-token" => JSON.parse(answer.body)["csrf"],
        "content-type" => "application/json"
      }
    end

    # Status and document of an answer.
    def ask(verb, path, body = nil)
      request = Net::HTTP.const_get(verb.capitalize).new(path, @headers)
      request.body = JSON.generate(body) if body
      response = Net::HTTP.start("127.0.0.1", @port, read_timeout: 120) { |http| http.request(request) }
      [response.code.to_i, JSON.parse(response.body)]
    end
  end

  module_function

  def run(report)
    Dir.mktmpdir do |folder|
      served(folder) do |port|
        people = %w[mairin asha xenia].to_h { |login| [login, Person.new(port, login)] }
        fill(people["mairin"])
        report.figure("slowest of #{ASKED} light questions with nothing else to do", told(light(people)))
        done = Hash.new(0)
        heavy = busy(people["mairin"], done)
        times = light(people)
        report.figure("slowest while an import, an audit and an account of a change run (target: 1 s)", told(times))
        heavy.each(&:kill)
        report.figure("  meanwhile", done.map { |what, count| "#{count} #{what}" }.join(", "))
      end
    end
  end

  def served(folder)
    port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    pid =
      Process.spawn(
        { "MALLOC_ARENA_MAX" => "2" }, RbConfig.ruby, File.join(Server::Paths::ROOT, "bin/serve.rb"), "--demo",
        "--port", port.to_s, "--database", File.join(folder, "load.sqlite3"), out: File::NULL
      )
    sleep 0.2 until answers?(port)
    yield port
  ensure
    Process.kill(:TERM, pid)
    Process.wait(pid)
  end

  def answers?(port)
    Net::HTTP.get_response(URI("http://127.0.0.1:#{port}/api/session")).code == "200"
  rescue SystemCallError
    false
  end

  # A large policy waits in the change set, beside the sample business.
  def fill(administrator)
    trust = LargeTrust.new(rules: RULES, types: 10, users: 2_000)
    [["directory", trust.directory], ["policy", trust.policy]].each do |kind, document|
      body = {
        kind: kind, content: [JSON.generate(document)].pack("m0"), complete: kind == "directory" ? %w[roles] : nil
      }.compact
      _, preview = administrator.ask("post", "/api/imports/preview", body)
      status, answer = administrator.ask("post", "/api/imports", body.merge(token: preview["token"]))
      raise "the import was answered #{status}: #{answer}" unless status == 200
    end
  end

  # Heavy questions asked over and over: Array of Thread.
  def busy(administrator, done)
    policy = {
      kind: "policy",
      content: [JSON.generate(LargeTrust.new(rules: RULES, types: 10, users: 10, seed: 7).policy)].pack("m0")
    }
    work = {
      "previews of an import" => -> { administrator.ask("post", "/api/imports/preview", policy) },
      "accounts of a change" => -> { administrator.ask("get", "/api/change-set/impact") },
      "audits asked for" => -> { administrator.ask("post", "/api/audit", { state: "pending" }).tap { sleep 0.5 } }
    }
    work.map do |what, act|
      Thread.new do
        loop { act.call.then { |status, _| done[status < 300 ? what : "#{what} answered #{status}"] += 1 } }
      end
    end
  end

  # Seconds of each light question, to three people in turn.
  def light(people)
    questions = [
      ["asha", "post", "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0042" }],
      ["mairin", "get", "/api/overview", nil], ["xenia", "get", "/api/rules?per_page=50&state=in_force", nil]
    ]
    Array.new(ASKED) do |number|
      who, verb, path, body = questions[number % questions.size]
      sleep 0.05
      Benchmark.realtime { people[who].ask(verb, path, body).first == 200 || raise("#{path} was not answered") }
    end
  end

  def told(times) = format("%d ms, median %d ms", times.max * 1000, times.sort[times.size / 2] * 1000)
end
