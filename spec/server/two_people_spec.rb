# frozen_string_literal: true

# Someone who wants to meet "approval by a second person" alone, and every way they might try.
RSpec.describe "A second person" do
  before do
    sign_in("zora")
    document = Server::PolicyStore.instance.in_force.document.merge(
      "approval" => [{ "id" => "all", "name" => "Every change", "approvers" => 1 }]
    )
    Server::ChangeSet.current.update!(base_edition: Server::Edition.publish(document, by: "the example").number)
  end

  def id_of(login) = Server::Account.find_by!(login: login).id
  def change(login, **given) = call(:patch, "/api/accounts/#{id_of(login)}", given)

  def make(login, access, person: nil)
    call(:post, "/api/accounts", { login: login, name: login.capitalize, access: access, person: person,
                                   password: "made by zora" }.compact)
  end

  # The status of a signature, by the sign-in that is signed in.
  def sign
    call(:get, "/api/change-set/approval")
    call(:post, "/api/change-set/approve", { digest: answer["digest"], words: "" }).tap { @detail = answer["detail"] }
  end

  def as(login, password = Server::DemoData::PASSWORD)
    expect(sign_in(login, password: password)).to eq(200)
    yield
  ensure
    sign_in("zora")
  end

  # Signs in with a password that Zora has set, and changes it as its owner would.
  def taken_over(login, password)
    as(login, password) do
      expect(call(:put, "/api/session/password", { current: password, password: "known to zora" })).to eq(200)
      yield
    end
  end

  # As if the sign-ins had been made before the changes were begun.
  def made_yesterday = Server::SignInChange.update_all(created_at: Time.now - 86_400)

  # What everyone tries in the end.
  def stands_open? = publish == 201

  it "is not a sign-in made for the purpose, whoever it is said to be, not with a password of its own either" do
    add_rule
    [nil, "zora.nightingale", "rosa.eklund"].each_with_index do |person, place|
      expect(make("ghost#{place}", "approver", person: person)).to eq(201)
      as("ghost#{place}", "made by zora") { expect(sign).to eq(403) }
      taken_over("ghost#{place}", "made by zora") { expect(sign).to eq(403) }
    end
    expect(stands_open?).to be(false)
    refused = Server::JournalEntry.where(kind: "not_allowed").pluck(:actor).uniq
    expect(refused).to include("Ghost0", "Ghost1", "Ghost2")
  end

  it "is not a sign-in made before the changes were begun, until another administrator has agreed to it" do
    make("rosa", "approver", person: "rosa.eklund")
    made_yesterday
    add_rule
    taken_over("rosa", "made by zora") do
      expect(sign).to eq(403)
      expect(@detail).to include("another administrator")
    end
    expect(call(:post, "/api/accounts/#{id_of('rosa')}/agree")).to eq(403)
    as("mairin") { expect(call(:post, "/api/accounts/#{id_of('rosa')}/agree")).to eq(200) }
    as("rosa", "known to zora") { expect(sign).to eq(200) }
    expect(stands_open?).to be(true)
    expect(Server::Message.where(kind: "sign_in").pluck(:person)).to include("mairin.okafor", "yusuf.harrow")
    agreed = Server::JournalEntry.where(kind: "account_agreed").pluck(:actor, :subject)
    expect(agreed).to eq([["Mairin Okafor", "rosa"]])
  end

  it "is not a helper who edits and is removed, with a person or without, with a password of their own or not" do
    [[nil, false], [nil, true], ["rosa.eklund", false], ["rosa.eklund", true]].each_with_index do |(person, own), place|
      make("helper#{place}", "administrator", person: person)
      edit = -> { add_rule(title: "By helper #{place}") }
      own ? taken_over("helper#{place}", "made by zora", &edit) : as("helper#{place}", "made by zora", &edit)
      call(:delete, "/api/accounts/#{id_of("helper#{place}")}")
      expect([place, sign]).to eq([place, 403])
      expect(@detail).to include("You edited this change set")
      Server::ChangeSet.current.edits.each(&:destroy)
    end
  end

  it "is not the approver whose password one sets, however it is changed after that" do
    add_rule
    change("yusuf", password: "taken over now")
    as("yusuf", "taken over now") do
      expect(sign).to eq(403)
      expect(@detail).to include("Someone else set your password")
    end
    taken_over("yusuf", "taken over now") { expect(sign).to eq(403) }
    expect(stands_open?).to be(false)
  end

  it "is not oneself by another name, as another person, or after another's edits" do
    add_rule
    change("zora", name: "Somebody Else")
    expect(sign).to eq(403)
    change("zora", person: "bram.oduya")
    expect(sign).to eq(403)
    expect(stands_open?).to be(false)
  end

  it "is nobody whose sign-in was given rights, another name or another person since the changes were begun" do
    add_rule
    change("yusuf", name: "Y. Harrow")
    as("yusuf") { expect(sign).to eq(403) }
    as("mairin") { change("asha", access: "approver") }
    as("asha") { expect(sign).to eq(403) }
    expect(stands_open?).to be(false)
  end

  it "counts only while they may still sign, and is there still" do
    add_rule
    as("yusuf") { expect(sign).to eq(200) }
    as("mairin") { change("yusuf", access: "auditor") }
    expect(publish).to eq(409)
    as("mairin") { call(:delete, "/api/accounts/#{id_of('yusuf')}") }
    expect(publish).to eq(409)
  end

  it "may sign after the time that the policy sets, though nobody agreed" do
    document = Server::PolicyStore.instance.in_force.document.merge("limits" => { "new_signer_hours" => 24 })
    Server::ChangeSet.current.update!(base_edition: Server::Edition.publish(document, by: "the example").number)
    make("rosa", "approver", person: "rosa.eklund")
    add_rule
    made_yesterday
    { 23 => 403, 25 => 200 }.each do |hours, status|
      Server::Account.find_by(login: "rosa").update!(waiting_since: Time.now - (hours * 3600), password_by: nil)
      as("rosa", "made by zora") { expect([hours, sign]).to eq([hours, status]) }
    end
  end

  it "does not wait for another administrator where there is none" do
    Server::Account.where(login: "mairin").destroy_all
    make("rosa", "approver", person: "rosa.eklund")
    made_yesterday
    add_rule
    sign_in("rosa", password: "made by zora")
    call(:put, "/api/session/password", { current: "made by zora", password: "her own words" })
    expect(sign).to eq(200)
  end

  it "who set a moment has to be allowed to publish when it comes" do
    sign_in("mairin")
    add_rule
    as("yusuf") { sign }
    sign_in("mairin")
    call(:get, "/api/change-set")
    call(:put, "/api/change-set/moment", { at: (Time.now + 60).utc.iso8601, revision: answer["revision"], note: "" })
    sign_in("zora")
    change("mairin", access: "record_user")
    newest = Server::Edition.maximum(:number)
    Server::ChangeSet.where.not(publish_at: nil).update_all(publish_at: Time.now - 1)
    Server::Due.publish
    expect(Server::Edition.maximum(:number)).to eq(newest)
    entry = Server::JournalEntry.where(kind: "not_published").last
    expect(entry.reason).to eq("Mairin Okafor can no longer publish")
  end

  it "who made a token takes it along when they may not make any" do
    program = Server::PolicyStore.instance.directory.users.find(&:program?).id
    sign_in("mairin")
    call(:post, "/api/tokens", { name: "Feed", person: program, record_types: ["outgoing-loan"], days: 30 })
    secret = answer["secret"]
    header "Authorization", "Bearer #{secret}"
    expect(call(:get, "/api/records")).to eq(200)
    header "Authorization", nil
    as("zora") { change("mairin", access: "auditor") }
    clear_cookies
    header "Authorization", "Bearer #{secret}"
    expect(call(:get, "/api/records")).to eq(401)
    header "Authorization", nil
  end
end
