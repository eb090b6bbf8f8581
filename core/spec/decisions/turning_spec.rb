# frozen_string_literal: true

# When a decision has to be asked for anew, held against asking at every minute.
RSpec.describe CobaltLedger::Decisions::Turning do
  zones = %w[Europe/London America/St_Johns Pacific/Apia Etc/UTC]
  starts = [Time.utc(2026, 3, 28, 9, 17), Time.utc(2026, 10, 24, 22, 30), Time.utc(2026, 12, 30, 12)]

  def window(random)
    hours = { "from" => format("%02d:%02d", random.rand(24), random.rand(2) * 15),
              "until" => format("%02d:%02d", random.rand(24), 30 + (random.rand(2) * 15)) }
    days = CobaltLedger::Conditions::Window::WEEKDAYS.sample(1 + random.rand(6), random: random)
    found = { "weekdays" => days, "hours" => hours, "from" => "2026-03-29", "until" => "2026-12-31" }
    found.select { random.rand < 0.6 }.then { |kept| kept.empty? ? found.slice("weekdays") : kept }
  end

  def condition(random)
    moment = (Time.utc(2026, 3, 28, 9) + (random.rand(80) * 1_800)).iso8601
    [nil, { "compare" => "at_most", "left" => { "time" => true }, "right" => { "value" => moment } },
     { "compare" => "less", "left" => { "field" => "due" }, "right" => { "today" => random.rand(3) } }]
      .sample(random: random)
  end

  def asked(engine, at)
    CobaltLedger::Decisions::Question.new(
      principals: directory.principals_of("asha"), record_type: engine.policy.record_type("loan"), unit: "tidewater",
      mode: "edit", at: at, stored: { "due" => "2026-03-30" }
    )
  end

  it "is never later than the next minute at which something differs, and is never past", :generated do
    turned = 0
    trials("turnings", 25) do |seed|
      random = Draws.new(seed)
      rules = Array.new(2) do |index|
        rule("notes", index.zero? ? "hide" : "lock", window: window(random), when: condition(random)).compact
      end
      document = policy_document(*rules, fields: loan_fields + [field("due", "date")])
      document["time_zone"] = zones.sample(random: random)
      engine = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      at = starts.sample(random: random)
      first = engine.decide(asked(engine, at))
      told = described_class.after(first)
      expect(told.nil? || told > at).to be(true)
      other = (1..(3 * 1_440)).find do |minute|
        engine.decide(asked(engine, at + (minute * 60)))["notes"].state != first["notes"].state
      end
      next unless other

      turned += 1
      expect(told).to be <= at + (other * 60), "seed #{seed}: #{told} for #{at}, #{JSON.generate(rules)}"
    end
    expect(turned).to be_positive
  end

  it "says nothing where nothing goes by the time" do
    made = engine(rule("notes", "hide", when: compare("count", "at_least", 3)))
    expect(described_class.after(made.decide(asked(made, Time.now)))).to be_nil
  end
end
