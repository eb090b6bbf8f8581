# frozen_string_literal: true

# A database that an earlier version left behind is brought up to date, and nothing that was acknowledged is lost.
RSpec.describe "Bringing a database up to date" do
  before do
    SampleDatabase.disconnect
    @folder = Dir.mktmpdir
    Server::Database.connect(File.join(@folder, "old.sqlite3"))
    ActiveRecord::Migration.verbose = false
    @steps = ActiveRecord::MigrationContext.new(Server::Database::MIGRATIONS)
    @steps.up(20_261_125_000_005)
  end

  after do
    SampleDatabase.disconnect
    FileUtils.rm_rf(@folder)
    SampleDatabase.fresh
  end

  def insert(table, **row)
    ActiveRecord::Base.with_connection do |connection|
      values = row.values.map { |value| connection.quote(value) }
      connection.execute("INSERT INTO #{table} (#{row.keys.join(', ')}) VALUES (#{values.join(', ')})")
    end
  end

  it "is refused for one that a newer release has written, and leaves it alone" do
    @steps.up
    insert("schema_migrations", version: "20991231000001")
    expect { Server::Database.migrate }.to raise_error(Server::Database::TooNew, /newer release \(20991231000001\)/)
    expect(@steps.get_all_versions).to include(20_991_231_000_001)
  end

  it "joins change sets that stood open side by side, the newest edit of a subject first" do
    times = { created_at: Time.now, updated_at: Time.now }
    insert("editions", number: 1, document: "{}", sha256: "x", published_by: "x", published_at: Time.now)
    [[1, 1], [2, nil], [3, nil]].each do |id, published|
      insert("change_sets", id: id, name: "n", base_edition: 1, published_edition: published, **times)
    end
    [[2, "a", "old"], [2, "b", "only here"], [3, "a", "new"]].each do |set, subject, after|
      insert("edits", change_set_id: set, kind: "rule", subject: subject, after: after.to_json, author: "x", **times)
    end
    @steps.up
    [Server::ChangeSet, Server::Edit].each(&:reset_column_information)
    expect(Server::ChangeSet.pluck(:id)).to eq([1, 3])
    expect(Server::ChangeSet.current.changes.to_h { |edit| [edit.id, edit.after] }).to eq(
      "a" => "new", "b" => "only here"
    )
  end

  it "lets everybody in who could come in before, whose names look alike too" do
    digest = BCrypt::Password.create("long enough", cost: 4).to_s
    %w[Жанна ASHA аsha].each do |login|
      insert(
        "accounts", login: login, name: login, password_digest: digest, access: "auditor", created_at: Time.now,
                    updated_at: Time.now
      )
    end
    @steps.up
    Server::Account.reset_column_information
    expect(%w[жанна asha аsha].map { |login| Server::Account.named(login)&.login }).to eq(%w[Жанна ASHA аsha])
    expect(Server::Account.pluck(:login_shape).uniq.size).to eq(3)
    expect(Server::Account.all.map { |account| account.update(password: "another one") }).to all(be(true))
    expect(Server::Account.named("жанна").update(login: "Asha")).to be(false)
  end

  it "opens a change set where the last one was published" do
    insert("editions", number: 1, document: "{}", sha256: "x", published_by: "x", published_at: Time.now)
    insert(
      "change_sets", id: 1, name: "n", base_edition: 1, published_edition: 1, created_at: Time.now,
                     updated_at: Time.now
    )
    @steps.up
    Server::ChangeSet.reset_column_information
    expect(Server::ChangeSet.current).to have_attributes(base_edition: 1, revision: 0)
  end
end
