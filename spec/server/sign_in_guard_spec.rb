# frozen_string_literal: true

# Guessing is slow, from everywhere; and no one can keep someone else out.
RSpec.describe "Guarding sign-ins" do
  def try(login, password = "wrong", from: "203.0.113.1")
    body = JSON.generate(login: login, password: password)
    custom_request(
      "POST", "/api/session", {},
      { "CONTENT_TYPE" => "application/json", "REMOTE_ADDR" => from, "HTTP_X_CSRF_TOKEN" => @csrf, :input => body }
    )
    @csrf = JSON.parse(last_response.body)["csrf"]
    last_response.status
  end

  def fresh_browser
    clear_cookies
    @csrf = nil
  end

  let(:password) { Server::DemoData::PASSWORD }

  it "pauses whoever tries one password on many names" do
    statuses = Array.new(40) { |number| try("name-#{number}") }
    expect(statuses.first(20)).to all(eq(401))
    expect(statuses.last(20)).to all(eq(429))
    expect(try("mairin", password, from: "203.0.113.2")).to eq(200)
  end

  it "counts tries before it checks them, however many come at once" do
    statuses = Array.new(16) do
      Thread.new do
        Server::SignInGuard.try("mairin", "203.0.113.1", nil) { sleep(0.02) && false }
      rescue Server::Problem
        :paused
      end
    end.map(&:value)
    expect(statuses.tally).to eq(false => 5, paused: 11)
  end

  it "gives back what was counted for a try that succeeds" do
    12.times do
      fresh_browser
      expect(try("mairin", password)).to eq(200)
    end
  end

  it "lets a stranger keep nobody out: not from another address, nor from the same one in a browser that is known" do
    expect(try("mairin", password, from: "198.51.100.9")).to eq(200)
    known = rack_mock_session.cookie_jar["cobalt_known"]
    fresh_browser
    70.times { |number| try("mairin", from: "203.0.113.#{number}") }
    # From everywhere at once, the name itself is slowed down, for browsers that it does not know.
    expect(try("mairin", password, from: "192.0.2.77")).to eq(429)
    set_cookie("cobalt_known=#{known}")
    expect(try("mairin", password, from: "203.0.113.1")).to eq(200)
    fresh_browser
    set_cookie("cobalt_known=#{known}")
    # It is no key to another's door, and does not let guess without end.
    expect(try("asha", password, from: "192.0.2.78")).to eq(200)
    fresh_browser
    set_cookie("cobalt_known=#{known}")
    expect(Array.new(8) { try("mairin", from: "192.0.2.79") }.tally).to eq(401 => 5, 429 => 3)
  end

  it "knows a name by how it reads in any script, and refuses one that looks like another's" do
    sign_in("mairin")
    made = lambda do |login|
      call(:post, "/api/accounts", { login: login, name: "X", access: "auditor", password: "long enough" })
    end
    expect(made.call("Жанна")).to eq(201)
    expect(sign_in("жанна", password: "long enough")).to eq(200)
    sign_in("mairin")
    ["ЖАННА", "ASHA", "аsha", "a\u200Bsha", "Ａsha", " asha", "rnairin", "mairin\u0000"].each do |login|
      expect(made.call(login)).to eq(422), login.inspect
    end
    expect(sign_in("аsha")).to eq(401)
  end

  it "takes a password whole or not at all" do
    sign_in("mairin")
    long = "é" * 40
    expect(call(:post, "/api/accounts", { login: "long", name: "Long", access: "auditor", password: long })).to eq(422)
    expect(
      call(:post, "/api/accounts", { login: "nul", name: "Nul", access: "auditor", password: "0123456789\u0000tail" })
    ).to eq(422)
    whole = "p" * 72
    expect(call(:post, "/api/accounts", { login: "whole", name: "Whole", access: "auditor", password: whole })).to eq(
      201
    )
    expect(sign_in("whole", password: "#{whole}tail")).to eq(401)
    expect(sign_in("whole", password: "#{whole[0, 71]}\u0000")).to eq(401)
    expect(sign_in("whole", password: whole)).to eq(200)
  end

  it "lets people change their own password, with the one they have, and ends what is open elsewhere" do
    sign_in("asha")
    elsewhere = rack_mock_session.cookie_jar["cobalt_session"]
    sign_in("asha")
    expect(call(:put, "/api/session/password", { current: "wrong", password: "another-lantern" })).to eq(422)
    expect(told).to eq(["/current: is not your password"])
    expect(call(:put, "/api/session/password", { current: password, password: "another-lantern" })).to eq(200)
    expect(call(:get, "/api/records")).to eq(200)
    clear_cookies
    set_cookie("cobalt_session=#{elsewhere}")
    expect(call(:get, "/api/records")).to eq(401)
    expect(sign_in("asha")).to eq(401)
    expect(sign_in("asha", password: "another-lantern")).to eq(200)
  end

  it "ends a session that nobody uses, and goes on with one that is used" do
    sign_in("asha")
    session = Server::Session.last
    session.update!(last_seen_at: Time.now - Server::Session::IDLE + 60)
    expect(call(:get, "/api/records")).to eq(200)
    expect(session.reload.last_seen_at).to be > Time.now - 10
    session.update!(last_seen_at: Time.now - Server::Session::IDLE - 1)
    expect(call(:get, "/api/records")).to eq(401)
  end

  it "keeps the database for its owner's eyes" do
    fresh = File.join(Dir.mktmpdir, "new.sqlite3")
    system(
      RbConfig.ruby, "-e", "require ARGV[1]; Server::Database.open(ARGV[0])", fresh,
      File.join(Server::Paths::ROOT, "server/boot"), exception: true
    )
    expect(Dir["#{fresh}*"].map { |file| format("%o", File.stat(file).mode & 0o777) }.uniq).to eq(["600"])
  ensure
    FileUtils.rm_rf(File.dirname(fresh)) if fresh
  end
end
