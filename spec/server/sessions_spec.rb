# frozen_string_literal: true

RSpec.describe "Signing in" do
  it "opens a session in an HttpOnly cookie and tells what the person may do" do
    expect(sign_in("mairin")).to eq(200)
    cookies = Array(last_response.headers["set-cookie"]).flat_map { |each| each.split("\n") }
    expect(cookies.map { |each| each[/\A\w+/] }).to eq(%w[cobalt_session cobalt_known])
    expect(cookies).to all(match(/\S+.*httponly/i).and(match(/samesite=lax/i)))
    expect(answer["account"]).to include(
      "name" => "Mairin Okafor", "access" => "administrator",
      "abilities" => %w[read edit publish approve import accounts record]
    )
    call(:get, "/api/session")
    expect(answer["account"]["login"]).to eq("mairin")
  end

  it "keeps neither password nor token in the database" do
    sign_in("mairin")
    token = rack_mock_session.cookie_jar["cobalt_session"]
    stored = [Server::Session.last.attributes, Server::Account.all.map(&:attributes)].to_s
    expect(stored).not_to include(token)
    expect(stored).not_to include(Server::DemoData::PASSWORD)
  end

  it "refuses a wrong password and an unknown name in the same words" do
    expect(sign_in("mairin", password: "wrong")).to eq(401)
    first = answer["detail"]
    expect(sign_in("nobody", password: "wrong")).to eq(401)
    expect(answer["detail"]).to eq(first)
  end

  it "pauses after repeated failures, even for the right password" do
    5.times { sign_in("mairin", password: "wrong") }
    expect(sign_in("mairin")).to eq(429)
    expect(last_response.headers["retry-after"]).to eq("60")
    expect(sign_in("asha")).to eq(200)
  end

  it "refuses a change without the CSRF token, and everything after signing out" do
    sign_in("mairin")
    expect(call(:post, "/api/rules", { rule: rule }, csrf: "wrong")).to eq(403)
    expect(call(:delete, "/api/session", csrf: nil)).to eq(403)
    expect(call(:delete, "/api/session")).to eq(200)
    expect(call(:get, "/api/overview")).to eq(401)
  end

  it "ends a session that has run out" do
    sign_in("mairin")
    Server::Session.find_each { |session| session.update!(expires_at: Time.now - 1) }
    expect(call(:get, "/api/overview")).to eq(401)
  end

  it "sends headers that keep foreign pages and scripts out" do
    get "/api/session"
    expect(last_response.headers["content-security-policy"]).to include("default-src 'self'", "frame-ancestors 'none'")
    expect(last_response.headers["x-content-type-options"]).to eq("nosniff")
  end

  describe "an empty installation" do
    before { SampleDatabase.empty }

    it "makes its first administrator from a link that works once" do
      token = Server::SetupLink.renew
      made = { token: token, login: "first", name: "First Person", password: "long enough" }
      expect(call(:post, "/api/setup", made.merge(token: "wrong"))).to eq(403)
      expect(call(:post, "/api/setup", made.merge(password: "short"))).to eq(422)
      expect(call(:post, "/api/setup", made)).to eq(201)
      expect(answer["account"]).to include("access" => "administrator", "person" => "first.person")
      expect(Server::PolicyStore.instance.directory.users.map(&:name)).to eq(["First Person"])
      expect(call(:post, "/api/setup", made.merge(login: "second"), csrf: answer["csrf"])).to eq(403)
      expect(Server::Account.count).to eq(1)
    end

    it "serves an empty policy with nothing to trip over" do
      call(
        :post, "/api/setup",
        { token: Server::SetupLink.renew, login: "first", name: "First", password: "long enough" }
      )
      @csrf = answer["csrf"]
      %w[overview catalogue rules people directory change-set change-set/impact editions].each do |path|
        expect(call(:get, "/api/#{path}")).to eq(200), path
      end
      expect(call(:get, "/api/map?record_type=none")).to eq(422)
    end
  end
end
