# frozen_string_literal: true

require "sqlite3"
require_relative "real_server"

# Stops a server with SIGKILL while the policy is edited, published and imported and people come and go, and looks for
# what was acknowledged and is gone, and for what was left half done.
class Stops
  # What someone was told had been done.
  Done = Struct.new(:rules, :editions, :users, :comments, :sign_ins)

  BESIDE = %i[publish import come_and_go].freeze

  attr_reader :done

  # folder: for the database; longest: seconds until a stop at most.
  def initialize(folder, seed:, longest: 2.5)
    @database = File.join(folder, "stops.sqlite3")
    @random = Random.new(seed)
    @longest = longest
    @done = Done.new({}, {}, {}, {}, [0])
    @count = 0
    @rounds = 0
  end

  # Stops the server once. Returns what is wrong then: Array of String.
  def round
    server = RealServer.new(@database)
    # Signed in and warm, so that what is stopped is work.
    %w[mairin zora].each { |who| server.ask(who, :get, "/api/change-set") }
    # Rules are written all the time; beside that one thing after the other, so that each is what is stopped.
    beside = BESIDE[(@rounds += 1) % BESIDE.size]
    before = @done.rules.size
    writers = [:write_rule, beside].map { |name| writer(server, name) }
    # However slow the machine: something is under way when it is stopped.
    ends = Time.now + RealServer::PATIENCE
    sleep 0.02 until @done.rules.size > before || Time.now > ends
    sleep(0.1 + @random.rand(@longest))
    Process.kill(:KILL, server.pid)
    writers.each(&:kill).each(&:join)
    Process.wait(server.pid)
    faults
  end

  private

  def writer(server, name)
    random = Random.new(@random.rand(1_000_000))
    Thread.new do
      loop { send(name, server, random) }
    rescue SystemCallError, IOError, Net::ReadTimeout, NoMethodError
      # The server is gone: what it did not answer was not acknowledged.
    end
  end

  def next_number = (@lock ||= Mutex.new).synchronize { @count += 1 }

  def write_rule(server, random)
    id = "stop-#{next_number}"
    rule = { "id" => id, "title" => id, "kind" => "ordinary", "record_type" => "outgoing-loan", "state" => "off",
             "lines" => [{ "fields" => ["purpose"], "effects" => [{ "effect" => "lock" }] }],
             "audience" => { "everyone" => true } }
    @done.rules[id] = true if server.ask("mairin", :post, "/api/rules", { rule: rule })[0] == 201
    # Long enough for others to publish what they have revealed.
    sleep random.rand(0.6)
    return unless random.rand < 0.3

    status, said = server.ask("mairin", :post, "/api/change-set/comments", { words: id })
    @done.comments[id] = true if status == 201 && said
  end

  def publish(server, random)
    _, set = server.ask("zora", :get, "/api/change-set")
    status, edition = server.ask("zora", :post, "/api/change-set/publish", { revision: set["revision"] })
    @done.editions[edition["number"]] = edition["sha256"] if status == 201
    server.ask("zora", :post, "/api/change-sets", { name: "Compare with" }) if random.rand < 0.05
    sleep random.rand(0.2)
  end

  def import(server, random)
    name = "stop#{next_number}"
    text = "dn: uid=#{name},dc=x\nobjectClass: inetOrgPerson\nuid: #{name}\ncn: Stop #{name}\nemployeeType: Courier\n"
    body = { kind: "people-ldif", content: [text].pack("m0") }
    _, seen = server.ask("zora", :post, "/api/imports/preview", body)
    status, = server.ask("zora", :post, "/api/imports", body.merge(token: seen["token"]))
    @done.users[name] = true if status == 200
    sleep random.rand(0.2)
  end

  def come_and_go(server, random)
    server.sign_in("xenia")
    @done.sign_ins[0] += 1
    sleep random.rand(0.1)
  end

  def faults
    @db = SQLite3::Database.new(@database)
    [*whole, *acknowledged, *halves]
  ensure
    @db&.close
  end

  def whole
    report = CobaltLedger::Journal::DatabaseReader.new(@database).verify
    integrity = @db.get_first_value("PRAGMA integrity_check")
    foreign = @db.execute("PRAGMA foreign_key_check")
    [integrity == "ok" ? nil : integrity, foreign.empty? ? nil : "foreign keys: #{foreign.first}",
     report.broken && "journal entry #{report.broken.id} #{report.broken.words}"].compact
  end

  def acknowledged
    rules = newest("editions", "number")["rules"].to_set { |rule| rule["id"] } |
            @db.execute("SELECT subject FROM edits WHERE taken_back_at IS NULL").flatten
    users = newest("directory_versions", "id")["users"].to_set { |user| user["id"] }
    editions = @db.execute("SELECT number, sha256 FROM editions").to_h
    comments = @db.execute("SELECT words FROM comments").flatten.to_set
    sign_ins = @db.get_first_value("SELECT count(*) FROM journal_entries WHERE kind = 'sign_in' AND subject = 'xenia'")
    [*lost("rule", @done.rules.keys, rules), *lost("user", @done.users.keys, users),
     *lost("comment", @done.comments.keys, comments),
     *@done.editions.filter_map { |number, sha| "edition #{number} is gone" unless editions[number] == sha },
     sign_ins < @done.sign_ins[0] ? "#{@done.sign_ins[0] - sign_ins} sign-ins are gone" : nil].compact
  end

  def lost(noun, told, there) = (told.to_set - there).map { |id| "#{noun} #{id} was acknowledged and is gone" }

  def newest(table, order)
    JSON.parse(@db.get_first_value("SELECT document FROM #{table} ORDER BY #{order} DESC LIMIT 1"))
  end

  # What belongs together is there together.
  def halves
    count = ->(sql) { @db.get_first_value(sql) }
    editions = count.call("SELECT count(*) FROM editions")
    {
      "editions without a word in the journal" =>
        editions - count.call("SELECT count(*) FROM journal_entries WHERE kind = 'published'"),
      "directories without a word in the journal" =>
        count.call("SELECT count(*) FROM directory_versions") -
          count.call("SELECT count(*) FROM journal_entries WHERE kind = 'directory'"),
      "editions whose change set is open" =>
        editions - 1 - count.call("SELECT count(*) FROM change_sets WHERE published_edition IS NOT NULL"),
      "open change sets on an older edition" =>
        count.call("SELECT count(*) FROM change_sets WHERE published_edition IS NULL AND dropped_at IS NULL AND " \
                   "base_edition <> (SELECT max(number) FROM editions)"),
      "no open change set" =>
        count.call("SELECT count(*) = 0 FROM change_sets WHERE published_edition IS NULL AND dropped_at IS NULL"),
      "editions whose digest is not theirs" =>
        @db.execute("SELECT document, sha256 FROM editions").count { |text, sha| Digest::SHA256.hexdigest(text) != sha }
    }.filter_map { |words, number| "#{number} #{words}" unless number.zero? }
  end
end
