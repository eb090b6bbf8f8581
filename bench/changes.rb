# frozen_string_literal: true

# Change control: bringing an open change set up to another edition, expectations, and the journal.
module ChangesBench
  RULES = 1_000
  EDITS = 50
  EXPECTATIONS = 500
  ENTRIES = 100_000

  module_function

  def run(report)
    trust = LargeTrust.new(rules: RULES, types: 10, users: 2_000)
    directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
    document = CobaltLedger::Formats::UpToDate.policy(trust.policy)
    puts "Change control: #{RULES} rules, #{document['record_types'].size} record types, #{directory.users.size} people"
    rebase(report, document, directory)
    expectations(report, document, directory)
    journal(report)
  end

  # Fifty edited rules brought up to an edition that changed others, and two of the same.
  def rebase(report, document, directory)
    edited = document["rules"].first(EDITS).map { |rule| edit(rule, rule.merge("title" => "#{rule['title']} again")) }
    theirs = document["rules"].last(20).map { |rule| edit(rule, rule.merge("state" => "off")) }
    both = document["rules"].first(2).map { |rule| edit(rule, rule.merge("title" => "Theirs")) }
    newer = CobaltLedger::Changes::DocumentEdits.apply(document, theirs + both)
    report.time("an open set of #{EDITS} edits, 2 of them met, brought up to a new edition (aim 1 s)") do
      CobaltLedger::Changes::Rebase.new(edited, newer) do |judged|
        CobaltLedger::Formats::PolicyJson.build(judged, directory, shaped: true)
      end.run
    end
  end

  def edit(before, after)
    CobaltLedger::Changes::Edit.new(kind: "rule", id: before["id"], before: before, after: after)
  end

  # Questions and claims, nine to one.
  def expectations(report, document, directory)
    policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
    documents = Array.new(EXPECTATIONS) { |number| expectation(number, policy, directory) }
    report.time("#{EXPECTATIONS} expectations, a tenth of them claims, with nothing known (aim 5 s)") do
      check(policy, directory, documents)
    end
    type = policy.record_types.keys.first
    touched = documents.select { |each| CobaltLedger::Expectations::Checker.types(each, policy).include?(type) }
    report.time("those #{touched.size} that an edit of one record type touches (aim 300 ms)") do
      check(policy, directory, touched)
    end
  end

  def check(policy, directory, documents)
    engine = CobaltLedger::Decisions::Engine.new(policy, directory)
    checker = CobaltLedger::Expectations::Checker.new(engine, at: Time.now)
    documents.each { |each| checker.check(each) }
  end

  def expectation(number, policy, directory)
    type = policy.record_types.values[number % policy.record_types.size]
    field = type.fields[number % type.fields.size]
    return claim(number, type, field) if (number % 10).zero?

    user = directory.users[(number * 37) % directory.users.size]
    { "id" => "e#{number}", "title" => "E", "answer" => { "levels" => { field.id => "editable" } },
      "question" => { "user" => user.id, "record_type" => type.id, "unit" => directory.owning_units.first,
                      "mode" => %w[edit view list][number % 3] } }
  end

  def claim(number, type, field)
    role = LargeTrust::ROLES[number % 5]
    { "id" => "e#{number}", "title" => "E",
      "never" => { "may" => "change", "record_types" => [type.id], "fields" => [field.id],
                   "audience" => { "any" => [{ "role" => role }] } } }
  end

  def journal(report)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "journal.sqlite3")
      Server::Database.open(path)
      fill
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
      report.time("verifying a journal of #{ENTRIES} entries (aim 5 s)") do
        found = CobaltLedger::Journal::DatabaseReader.new(path).verify
        raise "the journal is broken: #{found.broken}" if found.broken || found.total < ENTRIES
      end
    end
  end

  def fill
    ActiveRecord::Base.transaction do
      ENTRIES.times do |number|
        Server::JournalEntry.note("edit", actor: "Mairin Okafor", subject: "Next edition", revision: number,
                                          edits: [{ kind: "rule", id: "rule-#{number}", verb: "changed" }], count: 1)
      end
    end
  end
end
