# frozen_string_literal: true

# Heavy questions, slow clients and many connections, on a server as it is really run.
RSpec.describe "A server under load" do
  # One server for all of them: each leaves it as fit for use as it was.
  # rubocop:disable RSpec/BeforeAfterAll
  before(:context) do
    @folder = Dir.mktmpdir("cobalt-real")
    @server = RealServer.new(File.join(@folder, "real.sqlite3"), COBALT_HEAVY_SECONDS: "8")
    @pending = Array.new(13) { |number| @server.ask("mairin", :post, "/api/rules", { rule: pending(number) }).first }
  end

  after(:context) do
    @server&.stop
    FileUtils.rm_rf(@folder)
  end
  # rubocop:enable RSpec/BeforeAfterAll

  # What keeping this rule does to whom takes far longer than the budget, beside those that are pending: each of them
  # may hold or not, whatever the others do, and all speak of the same fields.
  let(:heavy) { pending(13) }

  def pending(number)
    asked = lambda do |field, comparison, value|
      { "compare" => comparison, "left" => { "field" => field }, "right" => { "value" => value } }
    end
    loan =
      JSON.parse(File.read(File.expand_path("../../demo/policy.json", __dir__)))["record_types"].find do |type|
        type["id"] == "outgoing-loan"
      end
    sections = loan["sections"].map { |section| section["id"] }
    {
      "title" => "Heavy #{number}",
      "kind" => "ordinary",
      "record_type" => "outgoing-loan",
      "targets" => {
        "sections" => sections
      },
      "audience" => {
        "everyone" => true
      },
      "effects" => [{ "effect" => "lock" }],
      "when" => {
        "all" => [asked.call("packing", "includes", "<#{number}>"), asked.call("item_count", "at_least", 1)]
      }
    }
  end

  def ask_heavy(who = "mairin") = @server.ask(who, :post, "/api/rules/consequences", { rule: heavy })

  # Has it worked for less than a tenth of a while?
  def idle?
    before = @server.worker_ticks
    sleep 0.3
    @server.worker_ticks - before < 3
  end

  it "answers light questions while heavy ones are worked out, and ends those that take too long",
     :aggregate_failures do
    @server.ask("mairin", :get, "/api/overview")
    expect(@pending.uniq).to eq([201])
    running = Array.new(3) { |number| Thread.new { ask_heavy(%w[mairin mairin zora][number]) } }
    sleep 0.5
    light = Array.new(8) do
      [@server.ask("asha", :post, "/api/records/outgoing-loan/form", { mode: "view", number: "LN-0042" }),
       @server.ask("xenia", :get, "/api/overview"), @server.ask(nil, :get, "/api/session")].map(&:first)
    end
    expect(running.count(&:alive?)).to eq(3)
    expect(light.flatten.uniq).to eq([200])
    expect(@server.ask("xenia", :get, "/api/map?record_type=study-visit").first).to eq(200)
    answers = running.map(&:value)
    expect(answers.map(&:first)).to all(eq(503))
    expect(answers.map { |_, problem| problem["detail"] }).to all(include("longer than 8 seconds"))
    # What was asked for is still there to be asked, and an edit can be kept all the same.
    expect(@server.ask("mairin", :post, "/api/rules", { rule: heavy.merge("state" => "off") }).first).to eq(201)
  end

  it "works off the audit beside everything else, and takes it up again when that process is killed",
     :aggregate_failures do
    status, run = @server.ask("mairin", :post, "/api/audit", { state: "in_force" })
    expect(status).to eq(202)
    killed = @server.crew
    Process.kill(:KILL, killed)
    ends = Time.now + 40
    until (run = @server.ask("mairin", :get, "/api/audit/#{run['id']}")[1])["status"] != "running" || Time.now > ends
      sleep 0.1
    end
    expect(run["status"]).to eq("done")
    expect(@server.crew).not_to eq(killed)
    expect(@server.ask("mairin", :get, "/api/findings?state=in_force")[1]["current"]).to be(true)
  end

  it "lets nobody have more under way or waiting than a few, and drops what nobody waits for any more",
     :aggregate_failures do
    @server.ask("mairin", :get, "/api/overview")
    cookie, csrf = @server.sessions["mairin"]
    body = JSON.generate(rule: heavy)
    headers =
      "Host: x\r\nCookie: #{cookie}\r\nX-CSRF-Token: #{csrf}\r\nContent-Type: application/json\r\nContent-Length: " \
      "#{body.bytesize}"
    sockets =
      Array.new(6) do
        TCPSocket
          .new("127.0.0.1", @server.port)
          .tap { |socket| socket.write("POST /api/rules/consequences HTTP/1.1\r\n#{headers}\r\n\r\n#{body}") }
      end
    sleep 1
    expect(ask_heavy).to match([429, include("type" => "urn:cobalt-ledger:problem:busy")])
    sockets.each(&:close)
    # Long before the budget is used up, nothing is calculated any more.
    expect { Timeout.timeout(5) { sleep(0.1) until idle? } }.not_to raise_error
    expect(@server.ask("mairin", :get, "/api/map?record_type=outgoing-loan").first).to eq(200)
  end

  it "starts what works beside it again when that is gone" do
    @server.ask("mairin", :get, "/api/map?record_type=outgoing-loan")
    Process.kill(:KILL, @server.worker)
    sleep 0.2
    expect(@server.ask("mairin", :get, "/api/map?record_type=outgoing-loan").first).to eq(200)
  end

  it "lets nobody be shut out by connections that are kept open, that dribble, or that send nothing" do
    going = true
    kept =
      Array.new(40) do |number|
        Thread.new do
          socket = nil
          while going
            socket ||= TCPSocket.new("127.0.0.1", @server.port)
            # Whole requests one after the other, requests that never end, and silence.
            socket.write(
              ["GET /api/session HTTP/1.1\r\nHost: x\r\n\r\n", "GET /api/session HTTP/1.1\r\nX: ", ""][number % 3]
            )
            sleep 0.15
            socket = nil if number.modulo(3).zero? &&
                            (socket.read_nonblock(10_000, exception: false).nil? || socket.closed?)
          end
        rescue SystemCallError, IOError
          socket = nil
          retry if going
        ensure
          socket&.close
        end
      end
    sleep 1
    expect(Array.new(10) { @server.ask(nil, :get, "/api/session", limit: 5).first }).to all(eq(200))
  ensure
    going = false
    kept.each(&:join)
  end

  it "answers what is no request at all, and goes on" do
    torn = [
      "GET / HTTP/9.9\r\nTransfer-Encoding: chunked\r\n\r\nffffffffffffffff\r\nx", "\x00\x01\r\n\r\n",
      "PUT /\xFF HTTP/1.1\r\nHost: x\r\n\r\n", "POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Length: -1\r\n\r\n",
      "PATCH / HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: x\r\n\r\n{}"
    ]
    torn.each do |text|
      line = TCPSocket.open("127.0.0.1", @server.port) do |socket|
        socket.write(text)
        socket.wait_readable(5) && socket.gets
      end
      expect(line.to_s).not_to match(%r{\AHTTP/1\.\d 5(?!01)}), text.inspect
    end
    expect(@server.ask(nil, :get, "/api/session").first).to eq(200)
  end
end
