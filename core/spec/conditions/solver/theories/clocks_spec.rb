# frozen_string_literal: true

# What clocks show, against TZInfo.
RSpec.describe CobaltLedger::Conditions::Solver::ZonePieces do
  zones = %w[Europe/London Australia/Lord_Howe Asia/Kathmandu Pacific/Apia America/St_Johns Africa/Monrovia Etc/UTC]

  it "has every offset of every zone, in every year", :generated do
    trials("zones", 300) do |seed|
      random = Draws.new(seed)
      zones.each do |name|
        zone = TZInfo::Timezone.get(name)
        second = random.rand(random.rand(2).zero? ? -62_167_219_200..253_402_300_799 : -1_500_000_000..2_500_000_000)
        expected = zone.period_for(Time.at(second).utc).observed_utc_offset * 1_000_000_000
        offset = described_class.of(zone).offset(second * 1_000_000_000)
        expect(offset).to eq(expected), "seed #{seed}: #{name} at #{second}"
      end
    end
  end

  it "knows hours that are skipped and repeated, and the day that a zone left out" do
    window = lambda do |zone, **more|
      CobaltLedger::Conditions::WithinWindow.new(
        CobaltLedger::Conditions::Window.new(zone: TZInfo::Timezone.get(zone), **more)
      )
    end
    base = CobaltLedger::Conditions::Facts.new(directory: directory, at: Time.utc(2026, 3, 1, 12))
    ask =
      lambda do |*conditions|
        CobaltLedger::Conditions::Solver::Satisfy.new(policy.record_type("loan"), "edit", base, free: [[:time]]).answer(
          conditions
        )
      end
    spring = window.call("Europe/London", from: Date.new(2026, 3, 29), until: Date.new(2026, 3, 29), hours: [65, 115])
    autumn = window.call("Europe/London", from: Date.new(2026, 10, 25), until: Date.new(2026, 10, 25), hours: [65, 115])
    expect([ask.call(spring).kind, ask.call(autumn).kind]).to eq(%w[no yes])
    gone = window.call("Pacific/Apia", from: Date.new(2011, 12, 30), until: Date.new(2011, 12, 30))
    expect(ask.call(gone).kind).to eq("no")
    late =
      condition_of(
        { "compare" => "greater", "left" => { "time" => true }, "right" => { "value" => "2026-10-25T01:00:00Z" } },
        CobaltLedger::Conditions::Scope.of(policy.record_type("loan"))
      )
    expect(ask.call(autumn, late).example[[:time]]).to be_between(Time.utc(2026, 10, 25, 1), Time.utc(2026, 10, 25, 2))
  end
end
