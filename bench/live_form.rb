# frozen_string_literal: true

require "objspace"

# The live form: a keystroke in rehearsal as it is answered over HTTP and in the browser, conditions, chains of computed
# fields, the search for an order of changes, and what a compiled policy weighs.
module LiveFormBench
  KEYSTROKES = 200

  module_function

  def run(report)
    trust = LargeTrust.new(rules: 500)
    document = trust.policy
    directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
    conditions(report, document, directory)
    chain(report, directory)
    order(report, directory)
    weight(report, document, directory)
    keystrokes(report, trust, document)
  end

  # One condition of ten comparisons, compiled; none of them settles it early.
  def conditions(report, document, directory)
    type = CobaltLedger::Formats::PolicyJson.build(document, directory).record_type("type-0")
    parts = (1..10).map { |number| { "compare" => "at_least", "left" => { "field" => "f#{(number * 6) - 5}" }, "right" => { "value" => 0 } } }
    faults = CobaltLedger::FaultList.new
    test = CobaltLedger::Conditions::Parser.new(CobaltLedger::Conditions::Scope.of(type), faults).parse({ "all" => parts }, "/when")
    faults.raise_if_any!
    compiled = test.compile
    facts = CobaltLedger::Conditions::Facts.new(entered: (1..60).to_h { |number| ["f#{number}", 5r] })
    raise "the condition must be looked at to its end" unless compiled.call(facts)

    report.time("one condition of 10 comparisons, compiled (target: under 10 µs)") { compiled.call(facts) }
  end

  def chain(report, directory)
    fields = [{ "id" => "n", "kind" => "integer" }] + (1..1000).map { |number| { "id" => "c#{number}", "kind" => "computed", "formula" => number == 1 ? "n + 1" : "c#{number - 1} + 1" } }
    engine = engine_of(fields, [], directory)
    question = question_of(engine, { "n" => 1 })
    raise "the chain must come to its end" unless engine.decide(question).values["c1000"] == 1001

    report.time("1,000 computed fields in a chain (target: under 50 ms)") { engine.decide(question.with(stored: { "n" => rand(1000) })) }
  end

  # Forty changes, each of which locks the one before: only one order is allowed.
  def order(report, directory)
    fields = (1..40).map { |number| { "id" => "f#{number}", "kind" => "text" } }
    rules = (2..40).map do |number|
      { "id" => "r#{number}", "title" => "R", "kind" => "ordinary", "rank" => number, "record_type" => "chain", "targets" => { "fields" => ["f#{number - 1}"] }, "audience" => { "everyone" => true },
        "when" => { "compare" => "equal", "left" => { "field" => "f#{number}" }, "right" => { "value" => "new" } }, "effects" => [{ "effect" => "lock" }] }
    end
    engine = engine_of(fields, rules, directory)
    question = question_of(engine, {})
    changes = (1..40).to_h { |number| ["f#{number}", "new"] }
    raise "an order must be found" unless CobaltLedger::Decisions::Saving.new(engine).judge(question, changes).accepted

    report.time("the order of 40 changes of which only one is allowed") { CobaltLedger::Decisions::Saving.new(engine).judge(question, changes) }
  end

  def engine_of(fields, rules, directory)
    fields = fields.map { |field| { "name" => field["id"], "section" => "all", "label" => "open" }.merge(field) }
    type = { "id" => "chain", "name" => "Chain", "sections" => [{ "id" => "all", "name" => "All" }], "fields" => fields }
    document = CobaltLedger::Formats::PolicyJson.empty("Chain").merge("record_types" => [type], "rules" => rules)
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document), directory)
  end

  def question_of(engine, stored)
    CobaltLedger::Decisions::Question.new(principals: engine.directory.bare(:everyone), record_type: engine.policy.record_type("chain"), unit: "one", mode: "edit", stored: stored)
  end

  # What one compiled policy and the plans of forty roles add to the process, measured in a child of its own.
  def weight(report, document, directory)
    reader, writer = IO.pipe
    pid = fork do
      before = held
      policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
      engine = CobaltLedger::Decisions::Engine.new(policy, directory)
      LargeTrust::ROLES.each { |role| engine.plan(policy.record_type("type-0"), directory.bare(:role, role), "one", "edit", "form") }
      writer.write((held - before).to_s)
      exit!(0)
    end
    writer.close
    grown = reader.read.to_i
    Process.wait(pid)
    report.figure("memory of a compiled policy of 500 rules with the plans of 40 roles (target: under 20 MB)", format("%.1f MB", grown / 1024.0 / 1024))
  end

  # Bytes that live objects hold.
  def held
    GC.start
    ObjectSpace.memsize_of_all
  end

  # Typing into a form of 60 fields under 500 rules: from the key to the form on screen that answers it.
  def keystrokes(report, trust, document)
    require "ferrum"
    Dir.mktmpdir do |folder|
      Server::Database.open(File.join(folder, "bench.sqlite3"))
      Server::DirectoryVersion.keep(trust.directory, by: "bench")
      Server::Edition.publish(document, by: "bench", note: "")
      Server::Account.create!(login: "bench", name: "Bench", password: Server::DemoData::PASSWORD, access: "administrator", person: "user-7")
      RouteBench.serve(Server::Application) { |port| typed(report, port) }
      ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
    end
  rescue LoadError, Ferrum::BinaryNotFoundError
    report.figure("a keystroke in rehearsal, on screen", "not measured: Chromium is not installed")
  end

  def typed(report, port)
    options = %w[no-sandbox disable-gpu disable-background-networking].to_h { |name| [name, nil] }
    browser = Ferrum::Browser.new(headless: true, window_size: [1280, 800], timeout: 30, process_timeout: 60, browser_options: options)
    browser.goto("http://127.0.0.1:#{port}/rehearsal?type=type-0&as=user-7&policy=in_force")
    wait(browser, "input[autocomplete=username]").focus.type("bench")
    wait(browser, "input[autocomplete=current-password]").focus.type(Server::DemoData::PASSWORD, :Enter)
    wait(browser, ".form-row input[type=text], .form-row input:not([type])")
    samples = Array.new(KEYSTROKES) { |number| browser.evaluate_async(TYPING, 10, number) }.drop(10).sort
    { 50 => "the median", 95 => "the 95th percentile (target: under 100 ms)" }.each do |share, words|
      report.figure("a keystroke in rehearsal, 60 fields, 500 rules, on screen: #{words}", format("%.0f ms", samples[(samples.size * share / 100.0).ceil - 1]))
    end
  ensure
    browser&.quit
  end

  # Types one more letter, and waits until the form that answers it is on screen: the account of what the change did
  # speaks of the letter just typed.
  TYPING = <<~JS
    const [number, done] = [arguments[0], arguments[arguments.length - 1]];
    const box = [...document.querySelectorAll(".form-row input.ant-input")].find((input) => input.type === "text" && input.inputMode !== "decimal");
    const text = `typed ${number}`;
    const begun = performance.now();
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(box, text);
    box.dispatchEvent(new Event("input", { bubbles: true }));
    const look = () => {
      const told = [...document.querySelectorAll("[data-changed]")];
      if (told.some((line) => line.textContent.includes(text))) requestAnimationFrame(() => done(performance.now() - begun));
      else setTimeout(look, 1);
    };
    look();
  JS

  def wait(browser, selector)
    200.times do
      found = browser.at_css(selector)
      return found if found

      sleep 0.05
    end
    raise "nothing like #{selector} came on screen"
  end
end
