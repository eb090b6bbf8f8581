# frozen_string_literal: true

require "open3"

RSpec.describe "The journal" do
  let(:database) { Server::JournalEntry.connection_db_config.database }

  def verified(*more)
    out, = Open3.capture2e("bin/ledger", "verify-journal", "--database", database, *more)
    out
  end

  def kinds = Server::JournalEntry.order(:id).pluck(:kind)

  # A row changed behind the application's back.
  def tamper(sql)
    connection = Server::JournalEntry.connection
    %w[update delete].each { |action| connection.execute("DROP TRIGGER IF EXISTS journal_refuses_#{action}") }
    connection.execute(sql)
  end

  it "holds what was done to the policy, to people and at the door, one entry after the other" do
    sign_in("mairin", password: "wrong")
    sign_in("mairin")
    add_rule
    publish
    call(:post, "/api/accounts", { login: "vera", name: "Vera", access: "auditor", password: "long enough" })
    call(:delete, "/api/session")
    expect(kinds.last(7)).to eq(%w[sign_in_failed sign_in edit published account_made sign_out].unshift(kinds[-7]))
    expect(Server::JournalEntry.pluck(:reason, :subject, :details).join).not_to include("wrong", "long enough")
    sign_in("xenia")
    call(:get, "/api/journal?topic=policy&actor=Mairin%20Okafor")
    expect(answer["items"].map { |each| each["kind"] }).to eq(%w[published edit])
    call(:get, "/api/journal?subject=vera")
    expect(answer["items"].map { |each| each["kind"] }).to eq(["account_made"])
    expect(verified).to match(/\A\d+ entries, from 1: none was changed/)
  end

  it "holds what people were refused because it is not theirs, and neither what was only wrong nor any value" do
    sign_in("tomas")
    loan = "/api/records/outgoing-loan/LN-0042"
    etag = -> { Server::Record.find_by!(number: "LN-0042").etag }
    start = Server::JournalEntry.maximum(:id)
    call(:patch, loan, { changes: { borrower: "", item_count: "many" } }, if_match: etag.call)
    2.times { call(:patch, loan, { changes: { unit_value: 4711, borrower: "" } }, if_match: etag.call) }
    call(:post, "#{loan}/unlock", { reason: "To mend it", minutes: 5, password: "guessed" })
    2.times { publish }
    call(:get, "/api/rules")
    entries = Server::JournalEntry.where(id: (start + 1)..).order(:id)
    expect(entries.pluck(:kind, :person, :number, :subject, :reason)).to eq(
      [["refused", "tomas.reyl", "LN-0042", "Save changes", "Unit value can't be set: it is hidden"],
       ["refused", "tomas.reyl", "LN-0042", "Unlock a record for some minutes", "The password was not theirs"],
       ["not_allowed", "tomas.reyl", nil, "The open change set", "As record user you can’t do this"],
       ["not_allowed", "tomas.reyl", nil, "Make the change set the next edition",
        "As record user you can’t do this"],
       ["not_allowed", "tomas.reyl", nil, "Rules in order of rank", "As record user you can’t do this"]]
    )
    call(:get, "#{loan}/journal")
    expect(last_response.body).not_to include("hidden")
    sign_in("xenia")
    call(:get, "/api/journal?kind=refused")
    expect(answer["items"].map { |each| each["number"] }).to eq(%w[LN-0042 LN-0042])
    # Who opens no record is told neither which one it was nor how it stands.
    Server::Account.find_by!(login: "xenia").update!(person: nil)
    call(:get, "/api/journal?kind=refused")
    expect(answer["items"].map { |each| each.values_at("by", "number", "reason", "withheld") }).to eq(
      [["Tomas Reyl", nil, nil, true]] * 2
    )
  end

  it "is not filled by asking for what is not one's own" do
    stub_const("Server::Refused::MOST", 3)
    sign_in("tomas")
    start = Server::JournalEntry.count
    %w[rules catalogue change-set editions journal].each { |path| call(:get, "/api/#{path}") }
    expect(Server::JournalEntry.count - start).to eq(3)
    expect(last_response.status).to eq(403)
  end

  it "does not let an entry be changed or taken out, and tells the first that was all the same" do
    3.times { sign_in("mairin") }
    ids = Server::JournalEntry.order(:id).pluck(:id)
    head = verified[/^Last: (\S+)/, 1]
    connection = Server::JournalEntry.connection
    ["UPDATE journal_entries SET actor = 'x'", "DELETE FROM journal_entries"].each do |sql|
      expect { connection.execute(sql) }.to raise_error(ActiveRecord::StatementInvalid, /can not be/)
    end
    actor = Server::JournalEntry.find(ids[1]).actor
    tamper("UPDATE journal_entries SET actor = 'Zora' WHERE id = #{ids[1]}")
    expect(verified).to eq("entry #{ids[1]}: was changed after it was written\n")
    tamper("UPDATE journal_entries SET actor = '#{actor}' WHERE id = #{ids[1]}")
    tamper("DELETE FROM journal_entries WHERE id = #{ids.last}")
    expect(verified("--seen", head)).to eq("entry #{ids.last}: was seen before and is missing\n")
    tamper("DELETE FROM journal_entries WHERE id = #{ids[0]}")
    expect(verified).to eq("entry #{ids[0] + 1}: entry #{ids[0]} is missing\n")
  end

  it "ends by age with the chain whole, and writes that down" do
    3.times { sign_in("mairin") }
    last = Server::JournalEntry.maximum(:id)
    sleep 0.01
    border = Time.now
    sign_in("mairin")
    expect(Server::JournalAnchor.let_go(border, by: "the example")).to eq(last)
    expect(Server::JournalEntry.order(:id).pluck(:id,
                                                 :kind)).to eq([[last + 1, "sign_in"], [last + 2, "journal_ended"]])
    expect(verified).to start_with("2 entries, from #{last + 1}:")
    connection = Server::JournalEntry.connection
    expect { connection.execute("DELETE FROM journal_entries") }.to raise_error(ActiveRecord::StatementInvalid)
  end

  it "chains what many write at once" do
    threads = Array.new(8) do |number|
      Thread.new do
        ActiveRecord::Base.connection_pool.with_connection do
          5.times { Server::JournalEntry.note("sign_in", actor: "Thread #{number}") }
        end
      end
    end
    threads.each(&:join)
    expect(verified).to match(/\A\d+ entries/)
  end

  describe "sealed with a key that the database does not hold" do
    before do
      sign_in("mairin")
      12.times { |number| add_rule(title: "Rule #{number}") }
      Server::JournalSeal.now
      3.times { sign_in("mairin") }
    end

    let(:sealed) { Server::JournalSeal.maximum(:number) }

    # The chain from an entry on, as whoever has the file and the algorithm writes it.
    def written_anew(from)
      connection = Server::JournalEntry.connection
      previous = Server::JournalEntry.find(from - 1).digest
      Server::JournalEntry.where(id: from..).order(:id).each do |entry|
        fields = entry.attributes.except("digest").merge("previous" => previous)
        fields["actor"] = "Nobody" if entry.id == from
        digest = CobaltLedger::Journal::Chain.digest(fields)
        tamper("UPDATE journal_entries SET actor = #{connection.quote(fields['actor'])}, previous = '#{previous}', " \
               "digest = '#{digest}' WHERE id = #{entry.id}")
        previous = digest
      end
    end

    it "says as far as what it can answer for, and what it can't know" do
      expect(verified).to include("none was changed").and(include("after #{sealed} were cut off or written anew"))
      Server::JournalSeal.delete_all
      expect(verified).to include("whether entries were cut off or written anew: give --seen")
    end

    it "finds a chain that was written anew from before the seal, and one that was cut off there" do
      written_anew(sealed - 2)
      expect(verified).to include("entry #{sealed}: differs from the entry seen before")
      tamper("DELETE FROM journal_entries WHERE id > #{sealed - 5}")
      expect(verified).to include("entry #{sealed}: was seen before and is missing")
    end

    it "finds a seal that somebody else made" do
      other = OpenSSL::PKey.generate_key("ED25519")
      written_anew(sealed)
      digest = Server::JournalEntry.find(sealed).digest
      false_one = CobaltLedger::Journal::Seal.make(other, sealed, digest)
      Server::JournalSeal.find_by(number: sealed).update!(digest: digest, signature: false_one.signature)
      expect(verified).to include("the seal under entry #{sealed} was not made with this key")
    end

    it "finds an edition that the journal does not tell of" do
      tamper("DELETE FROM journal_entries")
      tamper("DELETE FROM journal_seals")
      expect(verified).to include("has been published, and the journal does not tell of it")
    end

    it "is noted in what is exported, so that it can be shown again" do
      text = Server::Provenance.of(Server::PolicyStore.instance.in_force, "in_force")
      expect(text).to end_with("journal #{Server::JournalSeal.newest_in_words}")
      expect(verified("--seen", text[/\d+:\h{64}\z/])).to include("none was changed")
    end
  end

  it "names who did it by what can't change, and a rename by both names" do
    sign_in("zora")
    id = Server::Account.find_by(login: "zora").id
    call(:patch, "/api/accounts/#{id}", { name: "Mairin Okafor" })
    add_rule
    call(:patch, "/api/accounts/#{id}", { name: "Zora Nightingale" })
    edit = Server::JournalEntry.where(kind: "edit").last
    expect([edit.actor, edit.told.slice("account", "sign_in")]).to eq(
      ["Mairin Okafor", { "account" => id, "sign_in" => "zora" }]
    )
    renamed = Server::JournalEntry.where(kind: "account_changed").map { |each| each.told.values_at("was", "now") }
    expect(renamed).to eq([[{ "name" => "Zora Nightingale" }, { "name" => "Mairin Okafor" }],
                           [{ "name" => "Mairin Okafor" }, { "name" => "Zora Nightingale" }]])
    sign_in("xenia")
    call(:get, "/api/journal?kind=edit")
    expect(answer["items"].first).to include("by" => "Mairin Okafor", "sign_in" => "zora")
  end

  it "says what is wrong with what it is given" do
    expect(verified("--seen", "x")).to include("must be like 120:")
    out, status = Open3.capture2e("bin/ledger", "verify-journal", "--database", "README.md")
    expect([status.exitstatus, out]).to match([2, /no database with a journal/])
  end
end
