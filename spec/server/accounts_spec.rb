# frozen_string_literal: true

RSpec.describe "Sign-ins, and documents to keep" do
  let(:nora) do
    { login: "nora", name: "Nora Quist", access: "record_user", person: "asha.brandt", password: "long enough" }
  end

  def id_of(login) = Server::Account.find_by(login: login).id

  it "lets somebody in, changes the access and lets them in no longer" do
    sign_in("mairin")
    expect(call(:post, "/api/accounts", nora)).to eq(201)
    expect(sign_in("nora", password: "long enough")).to eq(200)
    expect(call(:get, "/api/records/outgoing-loan")).to eq(200)
    sign_in("mairin")
    expect(call(:patch, "/api/accounts/#{id_of('nora')}", { access: "auditor" })).to eq(200)
    expect(call(:delete, "/api/accounts/#{id_of('nora')}")).to eq(200)
    expect(sign_in("nora", password: "long enough")).to eq(401)
  end

  it "ends open sessions when a password or the access changes" do
    sign_in("asha")
    cookie = rack_mock_session.cookie_jar["cobalt_session"]
    sign_in("mairin")
    call(:patch, "/api/accounts/#{id_of('asha')}", { password: "a new password" })
    clear_cookies
    set_cookie("cobalt_session=#{cookie}")
    expect(call(:get, "/api/records")).to eq(401)
  end

  it "refuses short passwords, names twice, people who are not there, and losing the last administrator" do
    sign_in("mairin")
    expect(call(:post, "/api/accounts", nora.merge(password: "short"))).to eq(422)
    expect(call(:post, "/api/accounts", nora.merge(login: "ASHA"))).to eq(422)
    expect(call(:post, "/api/accounts", nora.merge(person: "ghost"))).to eq(422)
    expect(call(:post, "/api/accounts", nora.merge(access: "owner"))).to eq(422)
    expect(call(:patch, "/api/accounts/999999", { name: "X" })).to eq(404)
    expect(call(:delete, "/api/accounts/#{id_of('zora')}")).to eq(200)
    expect(call(:delete, "/api/accounts/#{id_of('mairin')}")).to eq(422)
    expect(call(:patch, "/api/accounts/#{id_of('mairin')}", { access: "auditor" })).to eq(422)
    expect(Server::Account.where(access: "administrator").pluck(:login)).to eq(["mairin"])
  end

  it "is for administrators alone, and never shows a password" do
    %w[yusuf xenia asha].each do |login|
      sign_in(login)
      expect(call(:get, "/api/accounts")).to eq(403)
      expect(call(:post, "/api/accounts", nora)).to eq(403)
    end
    sign_in("mairin")
    call(:get, "/api/accounts")
    expect(answer["items"].map { |item| item["login"] }).to include("asha", "mairin")
    expect(last_response.body).not_to include("password", "$2a$")
  end

  it "gives the policy and the directory as documents that can be imported again" do
    sign_in("xenia")
    call(:get, "/api/policy?state=in_force")
    expect(CobaltLedger::Formats::Schema.faults("policy", answer)).to be_empty
    policy = last_response.body
    call(:get, "/api/directory/document")
    expect(CobaltLedger::Formats::Schema.faults("directory", answer)).to be_empty
    sign_in("mairin")
    expect(import("policy", policy, replace: true, apply: false)).to eq(200)
    expect(@preview.slice("adds", "changes", "drops").values).to all(be_empty)
  end
end
