# frozen_string_literal: true

require "open3"
require "net/http"
require "socket"

RSpec.describe "The commands" do
  root = Server::Paths::ROOT

  def free_port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }

  # Starts the server in a process of its own, yields its first line, and stops it.
  def serving(*arguments)
    command = ["bundle", "exec", "ruby", "bin/serve.rb", *arguments]
    Open3.popen2e(*command, chdir: Server::Paths::ROOT) do |_, output, process|
      line = Timeout.timeout(30) { output.gets }
      yield line
    ensure
      Process.kill("TERM", process.pid)
      process.value
    end
  end

  it "serves an empty installation and prints a link for its first administrator, once" do
    Dir.mktmpdir do |folder|
      port = free_port
      database = File.join(folder, "ledger.sqlite3")
      serving("--port", port.to_s, "--database", database) do |line|
        token = line[%r{http://127.0.0.1:#{port}/setup#(\S+)}, 1]
        made =
          Net::HTTP.post(
            URI("http://127.0.0.1:#{port}/api/setup"),
            JSON.generate(token: token, login: "first", name: "First", password: "long enough"),
            "content-type" => "application/json"
          )
        expect(made.code).to eq("201")
      end
      serving("--port", port.to_s, "--database", database) do |line|
        expect(line.strip).to eq("Cobalt Ledger is ready at http://127.0.0.1:#{port}")
      end
    end
  end

  it "serves the sample business, keeps its data, and loads it anew when told to" do
    Dir.mktmpdir do |folder|
      arguments = ["--demo", "--port", free_port.to_s, "--database", File.join(folder, "demo.sqlite3")]
      serving(*arguments) do |line|
        expect(line).to include("mairin (administrator)", "the password is #{Server::DemoData::PASSWORD}")
      end
      count = lambda do
        SQLite3::Database.open(File.join(folder, "demo.sqlite3")) do |database|
          database.get_first_value("SELECT count(*) FROM records")
        end
      end
      before = count.call
      SQLite3::Database.open(File.join(folder, "demo.sqlite3")) do |database|
        database.execute("DELETE FROM records WHERE number = 'LN-0001'")
      end
      serving(*arguments) { |_| expect(count.call).to eq(before - 1) }
      serving(*arguments, "--fresh") { |_| expect(count.call).to eq(before) }
    end
  end

  it "takes up a job that was under way when the server stopped, and touches nothing else" do
    Dir.mktmpdir do |folder|
      path = File.join(folder, "demo.sqlite3")
      arguments = ["--demo", "--port", free_port.to_s, "--database", path]
      serving(*arguments) { |_| nil }
      jobs = lambda do
        SQLite3::Database.open(path) { |database| database.execute("SELECT subject, status FROM jobs ORDER BY id") }
      end
      SQLite3::Database.open(path) do |database|
        [%w[one done none], %w[two cancelled none], %w[three running gone]].each do |job|
          database.execute("INSERT INTO jobs (kind, topic, subject, status, runner, started_by, created_at, beat_at) " \
                           "VALUES ('audit', 'pending', ?, ?, ?, 'Mairin', '2026-01-01', '2026-01-01')", job)
        end
      end
      serving(*arguments) do |_|
        ends = Time.now + 40
        # More may follow that the server begins by itself.
        sleep 0.2 until jobs.call[2][1] == "done" || Time.now > ends
        expect(jobs.call.first(3).map(&:last)).to eq(%w[done cancelled done])
        expect(jobs.call.first(2).map(&:first)).to eq(%w[one two])
      end
    end
  end

  it "decides from files, with the documents the README names" do
    out, status =
      Open3.capture2(
        "bin/ledger", "decide", "--policy", "demo/policy.json", "--directory", "demo/directory.json", "--question",
        "demo/question.json", "--reasoning", chdir: root
      )
    expect(status.exitstatus).to eq(0)
    decision = JSON.parse(out)
    expect(decision["fields"]["item_count"]["level"]).to eq("read_only")
    expect(decision["reasoning"]["item_count"]["stages"].map { |stage| stage["stage"] }).to eq(
      %w[baseline rules guardrails consistency]
    )
  end

  it "imports people from the command line, and refuses with exit 2" do
    out, status =
      Open3.capture2(
        "bin/ledger", "import-people", "core/spec/fixtures/people-slapcat.ldif", "--mapping",
        "demo/people-mapping.json", chdir: root
      )
    expect(status.exitstatus).to eq(0)
    expect(CobaltLedger::Formats::Schema.faults("directory", JSON.parse(out))).to be_empty
    out, err, status = Open3.capture3("bin/ledger", "import-people", "demo/policy.json", chdir: root)
    expect([out, status.exitstatus]).to eq(["", 2])
    expect(err).to include("demo/policy.json line 1: is not “attribute: value”")
  end

  it "says which option it does not know" do
    _, err, status = Open3.capture3("bundle", "exec", "ruby", "bin/serve.rb", "--colour", "red", chdir: root)
    expect([status.exitstatus, err]).to match([2, include("invalid option: --colour")])
  end

  it "writes expectations as XML that any reader of test results takes, whatever their titles hold" do
    Dir.mktmpdir do |folder|
      path = File.join(folder, "expectations.json")
      titles = ["a < b & \"c\" 'd'", "bell \u0007 and \u2028", "]]> \u{1F510}", "line\nbreak"]
      expected = titles.each_with_index.map do |title, index|
        { id: "e#{index}", title: title, group: title, reason: "x",
          never: { may: "see", labels: ["internal"], audience: { everyone: true } } }
      end
      File.write(path, JSON.generate(format: "cobalt-ledger/expectations", version: 1, expectations: expected))
      out, status = Open3.capture2("bin/ledger", "check", "--policy", "demo/policy.json", "--directory",
                                   "demo/directory.json", "--expectations", path, "--format", "junit", chdir: root)
      expect(status.exitstatus).to eq(1)
      document = Nokogiri::XML(out, &:strict)
      expect(document.root.attributes.values_at("tests", "failures").map(&:value)).to eq(%w[4 4])
      expect(document.xpath("//testcase").map { |each| each["name"] }).to eq(
        titles.map { |title| title.tr("\u0007", "\uFFFD") }
      )
    end
  end
end
