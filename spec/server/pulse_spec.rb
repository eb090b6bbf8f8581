# frozen_string_literal: true

RSpec.describe "The pulse" do
  def pulse
    expect(call(:get, "/api/session/pulse")).to eq(200)
    answer["state"]
  end

  # Names of those whose pulse is another one after the block.
  def moved
    before = %w[mairin asha].to_h { |login| sign_in(login) && [login, pulse] }
    yield
    before.select { |login, state| sign_in(login) && pulse != state }.keys
  end

  def save_by_another
    record = Server::Record.find_by!(record_type: "outgoing-loan", number: "LN-0042")
    record.update!(stored: CobaltLedger::CanonicalJson.write(record.values.merge("packing" => "crate")))
  end

  it "is another one for whoever is affected, and says nothing of records" do
    rule = Server::PolicyStore.instance.pending.document["rules"].first
    editor = Server::PolicyEditor.new("Dorian")
    expect(moved { editor.put("rule", rule["id"], rule.merge("title" => "Another"), if_match: :any) }).to eq(["mairin"])
    set = Server::ChangeSet.current
    expect(moved { set.update!(publish_at: Time.now + 3600) }).to eq(["mairin"])
    expect(moved { Server::Publisher.new("Mairin").publish(revision: set.revision, note: "") }).to eq(%w[mairin asha])
    people = Server::DirectoryVersion.newest.directory_document
    expect(moved { Server::DirectoryVersion.keep(people.merge("users" => people["users"][1..]), by: "spec") }).to eq(
      %w[mairin asha]
    )
    expect(moved { Server::Account.named("asha").update!(access: "auditor") }).to eq(["asha"])
    expect(moved { save_by_another }).to be_empty
  end

  it "does not keep a session going" do
    sign_in("asha")
    ago = Time.now - Server::Session::NOTE - 60
    Server::Session.update_all(last_seen_at: ago)
    pulse
    expect(Server::Session.maximum(:last_seen_at)).to be_within(1).of(ago)
    call(:get, "/api/records")
    expect(Server::Session.maximum(:last_seen_at)).to be > ago + 60
    Server::Session.update_all(last_seen_at: Time.now - Server::Session::IDLE - 1)
    expect(call(:get, "/api/session/pulse")).to eq(401)
  end
end
