# frozen_string_literal: true

# What the server does for one keystroke on a record's form and in the rehearsal, and for one page of a long list: 60
# fields, 500 rules, 100,000 records of one type.
module FormsBench
  RECORDS = 100_000
  TYPED = 20

  module_function

  def run(report)
    trust = LargeTrust.new(rules: 500)
    Dir.mktmpdir do |folder|
      Server::Database.open(File.join(folder, "bench.sqlite3"))
      Server::PolicyStore.reset!
      Server::DirectoryVersion.keep(trust.directory, by: "bench")
      Server::Edition.publish(listed(trust.policy), by: "bench", note: "")
      fill(trust)
      keystrokes(report, trust)
      lists(report)
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    end
  end

  def desk = Server::RecordDesk.new(Server::Visitor.new("user-7"))

  # The columns of the list: open and covered texts and numbers.
  def listed(policy)
    type = policy["record_types"][0].merge("list_fields" => %w[f60 f37 f21 f17 f26 f48])
    policy.merge("record_types" => [type])
  end

  def fill(trust)
    now = Time.now
    row = { record_type: "type-0", unit: "one", version: 1, changed_by: "bench", created_at: now, updated_at: now }
    RECORDS.times.each_slice(5_000) do |numbers|
      rows =
        numbers.map do |number|
          mixed = "value #{(number * 7919) % RECORDS}"
          values = trust.record.merge("f37" => number % 997, "f60" => mixed)
          row.merge(number: format("T0-%06d", number), stored: JSON.generate(values))
        end
      Server::Record.insert_all(rows)
    end
  end

  def typed(trust) = trust.record.first(TYPED).to_h

  def keystrokes(report, trust)
    typed = typed(trust)
    report.time("a keystroke on a record's form, #{TYPED} fields typed") do
      _, decision, forecast = desk.open("type-0", "T0-000001", "edit", entered: changed(typed))
      Server::FormView.new(decision, desk.directory).to_h.merge(forecast.to_h)
    end
    report.time("a keystroke in rehearsal, beside another person, #{TYPED} fields typed") { rehearsed(changed(typed)) }
  end

  # The last keystroke makes another value each time.
  def changed(typed)
    last = typed.values.last
    typed.merge(typed.keys.last => last.is_a?(Integer) ? rand(900) : last)
  end

  def rehearsed(entered)
    params = { "as" => "user:user-7", "record_type" => "type-0", "unit" => "one", "mode" => "edit",
               "entered" => entered }
    rehearsal = Server::Rehearsal.new(Server::PolicyStore.instance.in_force, params, Server::Sight.none)
    rehearsal.to_h(beside: "user:user-8", since: entered.except(entered.keys.last))
  end

  def lists(report)
    list = -> { desk.list("type-0") }
    report.time("page 1 of #{RECORDS} records") { list.call.page(1, 50) }
    report.time("page 1,900 of #{RECORDS} records") { list.call.page(1_900, 50) }
    slow(report, "a search that finds few, first page") { list.call.page(1, 50, search: "value 4711") }
    slow(report, "the same, second page") { list.call.page(2, 50, search: "value 4711") }
    slow(report, "a search that finds most, first page") { list.call.page(1, 50, search: "value") }
    slow(report, "sorted by a field, first page") { list.call.page(1, 50, sort: "f60") }
    slow(report, "the same, page 7") { list.call.page(7, 50, sort: "f60") }
  end

  def slow(report, words)
    told = nil
    seconds = Benchmark.realtime { told = yield }
    beyond = told["beyond"] ? ", #{told['beyond']} not looked at" : ""
    report.figure(words, format("%.2f s, %d found%s", seconds, told["total"], beyond))
  end
end
