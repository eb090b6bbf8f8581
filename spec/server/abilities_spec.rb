# frozen_string_literal: true

RSpec.describe "Who may do what in the application itself" do
  reads = %w[
    overview
    catalogue
    rules
    people
    directory
    change-set
    change-set/impact
    editions
    map?record_type=outgoing-loan
  ]

  def writes
    {
      [:post, "/api/rules"] => {
        rule: rule
      },
      [:put, "/api/rules/ol-fees-belong-to-finance"] => {
        rule: rule(id: "ol-fees-belong-to-finance")
      },
      [:delete, "/api/rules/ol-fees-belong-to-finance"] => nil,
      [:delete, "/api/change-set/edits/1"] => nil,
      [:post, "/api/imports/preview"] => {
        kind: "directory", content: ""
      },
      [:post, "/api/imports"] => {
        kind: "directory", content: "", token: "x"
      }
    }
  end

  it "lets nobody in who is not signed in" do
    reads.each { |path| expect(call(:get, "/api/#{path}")).to eq(401), path }
    expect(call(:get, "/api/records")).to eq(401)
    expect(call(:patch, "/api/records/outgoing-loan/LN-0042", { changes: {} }, if_match: "x")).to eq(401)
  end

  { "xenia" => "auditor", "yusuf" => "approver" }.each do |login, access|
    it "lets the #{access} read all and change nothing" do
      sign_in(login)
      reads.each { |path| expect(call(:get, "/api/#{path}")).to eq(200), path }
      writes.each do |(method, path), body|
        expect(call(method, path, body, if_match: "x")).to eq(403), "#{method} #{path}"
      end
    end
  end

  it "lets the approver publish, and the auditor not" do
    sign_in("mairin")
    add_rule
    sign_in("xenia")
    expect(publish).to eq(403)
    sign_in("yusuf")
    expect(publish).to eq(201)
  end

  it "shows a record user nothing but records" do
    sign_in("asha")
    reads.each { |path| expect(call(:get, "/api/#{path}")).to eq(403), path }
    writes.each do |(method, path), body|
      expect(call(method, path, body, if_match: "x")).to eq(403), "#{method} #{path}"
    end
    question = { as: "user:tomas.reyl", record_type: "outgoing-loan" }
    expect(call(:post, "/api/reasoning", { question: question, field: "stage" })).to eq(403)
    expect(call(:post, "/api/rehearsal", { question: question })).to eq(403)
    expect(call(:get, "/api/records")).to eq(200)
  end

  it "opens no record for an account that is nobody in the directory" do
    Server::Account.find_by(login: "asha").update!(person: nil)
    sign_in("asha")
    expect(call(:get, "/api/records/outgoing-loan")).to eq(403)
    Server::Account.find_by(login: "asha").update!(person: "long.gone")
    expect(call(:get, "/api/records/outgoing-loan")).to eq(403)
  end
end
