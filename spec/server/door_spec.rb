# frozen_string_literal: true

# What anyone can send, signed in or not.
RSpec.describe "The door" do
  # Sends what no client would write: the address goes in as it is. Returns the status; the answer is in @met.
  def bare(method, address, body = nil, **headers)
    path, query = address.split("?", 2)
    env = Rack::MockRequest.env_for("/", method: method.to_s.upcase, input: body.to_s)
    @met =
      Rack::MockResponse.new(
        *app.call(
          env.merge("PATH_INFO" => path, "QUERY_STRING" => query.to_s, "CONTENT_TYPE" => "application/json").merge(
            headers.transform_keys(&:to_s)
          )
        )
      )
    @met.status
  end

  def problem = JSON.parse(@met.body).fetch("type")[/[^:]+\z/]

  it "looks at who asks before it reads what is asked" do
    ['{"revision":-1e9000000}', '{"revision":1e99999999}', "{#{'[' * 5_000}"].each do |body|
      expect(bare(:post, "/api/change-set/publish", body)).to eq(401)
    end
    sign_in("yusuf")
    {
      '{"revision":-1e9000000}' => 400, '{"revision":1e99999999}' => 400, "{\"revision\":9#{'0' * 100_000}}" => 400,
      '{"revision":1e3}' => 412
    }.each { |body, status| expect(call(:post, "/api/change-set/publish", body)).to eq(status) }
    # Who may not import sends no file.
    expect(call(:post, "/api/imports/preview", "[" * 100_000)).to eq(403)
  end

  it "takes little from whoever is not signed in, and from everybody no more than a route needs" do
    expect(bare(:post, "/api/session", JSON.generate(login: "a", password: "x" * 20_000))).to eq(413)
    expect(
      bare(:post, "/api/setup", JSON.generate(token: "x" * 20_000, login: "a", name: "b", password: "c" * 10))
    ).to eq(413)
    sign_in("mairin")
    expect(call(:post, "/api/rules", JSON.generate(rule: rule(reason: "x" * 1_100_000)))).to eq(413)
    expect(
      call(:post, "/api/rules", JSON.generate(rule: rule, **(1..50_000).to_h { |number| [:"k#{number}", 1] }))
    ).to eq(422)
    expect(told.size).to be_between(1, 101)
  end

  it "answers every address and query that can't be read with a problem document" do
    {
      "/%zz" => 400, "/api/%zz" => 400, "/%ff" => 400, "/a%00b" => 400, "/api/nothing" => 404,
      "/api/people?a=%zz" => 400, "/api/people?search=%ff" => 400, "/api/people?page[]=1" => 401,
      "/api/people?a#{'[b]' * 120}=1" => 401, "/api/people?#{'a=1&' * 200}" => 400,
      "/api/people?#{'a' * 40_000}=1" => 400
    }.each do |path, status|
      expect(bare(:get, path)).to eq(status), path[0, 60]
      expect(@met.content_type).to eq("application/problem+json"), path[0, 60]
    end
    sign_in("xenia")
    ["page[]=1", "page=1&page=2", "page=%EF%BF%BD", "x=1", "a[b]=1"].each do |query|
      expect(call(:get, "/api/people?#{query}")).to eq(400), query
    end
  end

  it "answers an address alike however it is escaped, so that what guards it meets what answers it" do
    random = Random.new(12)
    known = Server::Contract.instance
    addresses = %w[/api/session /api/catalogue /api/rules /api/records/outgoing-loan /api/nothing /access/v1/evaluation
                   /.well-known/authzen-configuration /api/change-sets/1/drop]
    addresses.product(%i[get post]).each do |address, verb|
      wanted = [bare(verb, address), @met.body]
      8.times do
        escaped = address.gsub(/[a-z0-9.-]/) { |char| random.rand < 0.4 ? format("%%%02x", char.ord) : char }
        expect([bare(verb, escaped), @met.body]).to eq(wanted), "#{verb} #{escaped}"
        # What is escaped twice is another address.
        twice = escaped.gsub("%", "%25")
        expect(known.path?(twice)).to be(false) unless twice == address
      end
    end
    expect(bare(:post, "/%61pi/change-set/publish", "{}")).to eq(401)
  end

  it "reads no form and no file out of a body" do
    sign_in("mairin")
    [
      "multipart/form-data; boundary=x", "multipart/form-data", "application/x-www-form-urlencoded", "text/plain", "/"
    ].each do |type|
      expect(call(:post, "/api/rules", "--x\r\nContent-Disposition: form-data; name=\"a\"", type: type)).to(
        eq(415), type
      )
      expect(bare(:get, "/", "--x\r\n", "CONTENT_TYPE" => type)).to be_between(200, 503)
    end
    %w[PUT POST TRACE DELETE].each { |verb| expect(bare(verb, "/nothing")).to eq(405) }
    expect(problem).to eq("no-such-route")
  end

  it "answers 200 for each page of the front end, and 404 for every other address" do
    routes = File.read(File.join(Server::Paths::ROOT, "web/src/App.tsx"))
    pages = routes.scan(%r{path: "(/[^":]*?)/?(?::[^"]*)?"}).flatten
    expect(pages.size).to be > 12
    pages.uniq.each { |page| expect([page, bare(:get, page)]).to eq([page, 200]) }
    since = { HTTP_IF_MODIFIED_SINCE: @met.headers.transform_keys(&:downcase).fetch("last-modified") }
    expect(bare(:get, "/map", **since)).to eq(304)
    expect(bare(:get, "/nowhere", **since)).to eq(404)
    expect(@met.body).to include("<div id=\"root\">")
    %w[/nowhere /api2 /maps /assets/none.js /Map].each { |page| expect([page, bare(:get, page)]).to eq([page, 404]) }
  end

  it "tells a database that can't do what it is asked in plain words, and goes on when it is over" do
    sign_in("mairin")
    connection = ActiveRecord::Base.connection
    pages = connection.select_value("PRAGMA page_count")
    connection.execute("PRAGMA max_page_count = #{pages}")
    # Until the last free page is used up.
    statuses =
      Array
        .new(40) { |number| call(:post, "/api/rules", { rule: rule(title: "Full #{number}", reason: "x" * 3_000) }) }
        .uniq
    expect(statuses - [201]).to eq([507])
    expect(answer["detail"]).to include("disk is full")
    before = answer_to(:get, "/api/change-set")["edits"].size
    connection.execute("PRAGMA max_page_count = 1000000")
    expect(call(:post, "/api/rules", { rule: rule(title: "Room again", reason: "x" * 3_000) })).to eq(201)
    expect(answer_to(:get, "/api/change-set")["edits"].size).to eq(before + 1)
  end

  it "says when another program holds the database, or its file may not be written to" do
    sign_in("mairin")
    stub_const("Server::PatientConnection::PATIENCE", 50)
    other = SQLite3::Database.new(ActiveRecord::Base.connection_db_config.database)
    ActiveRecord::Base.connection.raw_connection.busy_handler_timeout = 50
    other.execute("BEGIN IMMEDIATE")
    expect(call(:post, "/api/rules", { rule: rule })).to eq(503)
    expect(last_response.headers["retry-after"]).to eq("5")
    expect(answer["detail"]).to include("in use by another program")
    # Who only reads is not held up.
    expect(call(:get, "/api/rules")).to eq(200)
    other.execute("ROLLBACK")
    expect(call(:post, "/api/rules", { rule: rule })).to eq(201)
    ActiveRecord::Base.connection.execute("PRAGMA query_only = 1")
    expect(call(:post, "/api/rules", { rule: rule(title: "Another") })).to eq(503)
    expect(answer["detail"]).to include("is read-only")
  ensure
    other&.close
  end

  def answer_to(method, path)
    call(method, path)
    answer
  end

  it "believes an address in a header only from a proxy that is trusted" do
    env = ->(peer, forwarded) { { "REMOTE_ADDR" => peer, "HTTP_X_FORWARDED_FOR" => forwarded } }
    of = ->(peer, forwarded) { Server::ClientAddress.of(env.call(peer, forwarded)) }
    ["127.0.0.1", "10.0.0.7", "192.168.1.1", "::1"].each { |peer| expect(of.call(peer, "192.0.2.9")).to eq(peer) }
    Server::ClientAddress.trust(%w[10.0.0.0/8 fd00::/8])
    expect(of.call("10.0.0.7", "192.0.2.9")).to eq("192.0.2.9")
    expect(of.call("10.0.0.7", "192.0.2.9, 198.51.100.4, 10.1.1.1")).to eq("198.51.100.4")
    expect(of.call("::ffff:10.0.0.7", "[2001:db8::1]:443")).to eq("2001:db8::1")
    expect(of.call("203.0.113.5", "192.0.2.9")).to eq("203.0.113.5")
    # What a trusted proxy does not tell properly is not known, and rules that ask for it fail closed.
    ["abc", "1.2.3.4, x", "999.1.1.1", "192.0.2.0/24", "unknown", "\xff"].each do |text|
      expect(of.call("10.0.0.7", text)).to be_nil
    end
    expect(of.call("10.0.0.7", nil)).to eq("10.0.0.7")
  ensure
    Server::ClientAddress.trust([])
  end

  it "meets malformed forwarding headers on every route without a defect" do
    sign_in("cleo")
    ["abc", "999.1.1.1", "[::1]:80", "\"", "_hidden", "fe80::1%eth0"].each do |text|
      env = {
        "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => @csrf, "HTTP_X_FORWARDED_FOR" => text,
        "HTTP_FORWARDED" => "for=#{text}"
      }
      custom_request(
        "POST", "/api/records/outgoing-loan/form", {}, env.merge(input: '{"mode":"view","number":"LN-0042"}')
      )
      expect(last_response.status).to eq(200), text
    end
  end

  it "writes nothing to the log that could be a secret" do
    token = SecureRandom.urlsafe_base64(32)
    error = RuntimeError.new("undefined method `x' for #<Sinatra::Request cookie=#{token}>, token #{token}\nmore")
    expect { Server::Log.defect(error) }.to output(/\ARuntimeError: undefined method/).to_stderr
    expect { Server::Log.defect(error) }.not_to output(/#{token}/).to_stderr
  end
end
