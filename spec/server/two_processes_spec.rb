# frozen_string_literal: true

# Two servers on one database, and servers that are stopped in the middle of their work.
RSpec.describe "Several processes" do
  around do |example|
    Dir.mktmpdir("cobalt-real") do |folder|
      @folder = folder
      example.run
    ensure
      @servers.to_a.each(&:stop)
    end
  end

  def database = File.join(@folder, "real.sqlite3")
  def server(...) = RealServer.new(database, ...).tap { |made| (@servers ||= []) << made }

  def locking(title)
    {
      "title" => title,
      "kind" => "ordinary",
      "record_type" => "outgoing-loan",
      "targets" => {
        "fields" => ["purpose"]
      },
      "audience" => {
        "everyone" => true
      },
      "effects" => [{ "effect" => "lock" }]
    }
  end

  def level(server, field)
    _, body = server.ask("asha", :post, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0042" })
    body["form"]["sections"].flat_map { |section| section["fields"] }.find { |each| each["id"] == field }["level"]
  end

  # As a person publishes: what it brings is proved beside the server, and where it is there by then, it is read first.
  def publish(server, known: [])
    _, set = server.ask("mairin", :get, "/api/change-set")
    answer = server.ask("mairin", :post, "/api/change-set/publish", { revision: set["revision"], note: "x", known: })
    unread = answer.last["findings"].to_a.map { |finding| finding["id"] } - known
    unread.empty? ? answer : publish(server, known: known + unread)
  end

  it "put every change in force in all of them before it is answered, and none undoes another's", :aggregate_failures do
    one = server
    two = server
    expect([level(one, "purpose"), level(two, "purpose")]).to eq(%w[editable editable])
    expect(one.ask("mairin", :post, "/api/rules", { rule: locking("Purposes are fixed") }).first).to eq(201)
    _, looked_at = two.ask("mairin", :get, "/api/change-set")
    expect(looked_at["edits"].map { |edit| edit["title"] }.join).to include("Purposes are fixed")
    expect(publish(one).first).to eq(201)
    expect(level(two, "purpose")).to eq("read_only")

    # Guesses are counted together, whichever of them is asked.
    guess = { login: "ilka", password: "wrong" }
    guessed = Array.new(4) { [one, two].map { |each| each.ask(nil, :post, "/api/session", guess).first } }.flatten
    expect(guessed.tally).to eq(401 => 5, 429 => 3)

    # An edition that was looked at before is not published over the newer one.
    expect(
      two.ask(
        "mairin", :post, "/api/change-set/publish",
        { revision: looked_at["revision"], edition: looked_at["base_edition"], note: "x" }
      ).first
    ).to eq(412)
    expect(
      two.ask(
        "mairin", :post, "/api/rules",
        { rule: locking("Packing is fixed").merge("targets" => { "fields" => ["packing"] }) }
      ).first
    ).to eq(201)
    expect(publish(two).first).to eq(201)
    expect([level(one, "purpose"), level(one, "packing")]).to eq(%w[read_only read_only])

    # A session that has ended anywhere has ended everywhere.
    two.sessions["asha"] = one.sessions["asha"]
    expect(two.ask("asha", :get, "/api/records").first).to eq(200)
    expect(one.ask("asha", :delete, "/api/session").first).to eq(200)
    expect(two.ask("asha", :get, "/api/records").first).to eq(401)
    two.sessions.delete("asha")

    # What is in use is neither deleted nor said to have broken off.
    fresh = server("--fresh", wait: false)
    expect(fresh.ended).to eq(1)
    expect(fresh.log).to include("another server runs on #{database}")
    expect(level(two, "purpose")).to eq("read_only")
  end

  it "keep one open change set, and every edit that was acknowledged, whoever publishes meanwhile" do
    one = server
    two = server
    [one, two].each { |each| each.ask("mairin", :get, "/api/overview") && each.ask("zora", :get, "/api/overview") }
    kept = Queue.new
    writers =
      [[one, "mairin"], [two, "mairin"], [two, "zora"]].each_with_index.map do |(server, who), index|
        Thread.new do
          12.times do |number|
            title = "w#{index}-#{number}"
            next unless server.ask(
              who,
              :post,
              "/api/rules",
              { rule: locking(title).merge("state" => "off") }
            ).first == 201

            kept << title
          end
        end
      end
    publishing = Thread.new { 8.times { publish(one) && one.ask("zora", :get, "/api/change-set") } }
    [*writers, publishing].each(&:join)
    titles = Array.new(kept.size) { kept.pop }
    expect(titles.size).to eq(36)
    _, rules = one.ask("mairin", :get, "/api/rules?state=pending&per_page=1000")
    expect(titles - rules["items"].map { |item| item["rule"]["title"] }).to eq([])
    expect(
      SQLite3::Database
        .new(database)
        .then do |db|
          db.get_first_value("SELECT count(*) FROM change_sets WHERE published_edition IS NULL").tap { db.close }
        end
    ).to eq(1)
  end

  it "lose nothing that was acknowledged when they are killed, and end with the server", :aggregate_failures do
    3.times do |round|
      one = server
      _, opened = one.ask("asha", :post, "/api/records/outgoing-loan/form", { mode: "edit", number: "LN-0041" })
      one.ask("mairin", :post, "/api/audit", { state: "in_force" })
      etag = opened["etag"]
      last = nil
      writer =
        Thread.new do
          loop do
            mark = "#{round}-#{last.to_s[/\d+\z/].to_i + 1}"
            status, saved =
              one.ask(
                "asha", :patch, "/api/records/outgoing-loan/LN-0041", { changes: { packing: mark, insurer: mark } },
                if_match: etag
              )
            break unless status == 200

            etag = saved["etag"]
            last = mark
          end
        rescue SystemCallError, IOError
          nil
        end
      sleep 0.6
      one.stop(:KILL)
      writer.join
      db = SQLite3::Database.new(database)
      stored = JSON.parse(db.get_first_value("SELECT stored FROM records WHERE number = 'LN-0041'"))
      expect(stored["packing"]).to eq(stored["insurer"])
      expect(stored["packing"].split("-").map(&:to_i) <=> last.split("-").map(&:to_i)).to be >= 0
      expect(db.get_first_value("PRAGMA integrity_check")).to eq("ok")
      db.close
    end
    again = server
    # What the killed servers were at is restored.
    run = -> { again.ask("xenia", :get, "/api/findings?state=in_force").last.dig("run", "status") }
    ends = Time.now + 60
    sleep 0.2 while run.call == "running" && Time.now < ends
    expect(run.call).to eq("done")
  end

  it "say in a line why they do not start" do
    taken = TCPServer.new("127.0.0.1", 0)
    output = `#{RbConfig.ruby} bin/serve.rb --port #{taken.addr[1]} --database #{database} 2>&1`
    expect([output.lines.size, output]).to match([1, /port \d+ is in use/])
    expect(File.exist?(database)).to be(false)
    File.binwrite(database, "this is no database, only text " * 100)
    output = `#{RbConfig.ruby} bin/serve.rb --port 0 --database #{database} 2>&1`
    expect([output.lines.size, output]).to match([1, /is damaged/])
    output = `#{RbConfig.ruby} bin/serve.rb --port 0 --database /nowhere/at/all.sqlite3 2>&1`
    expect([output.lines.size, output]).to match([1, /No such file/])
  ensure
    taken&.close
  end
end
