# frozen_string_literal: true

RSpec.describe CobaltLedger::Conditions::Window do
  def window(**document)
    faults = CobaltLedger::FaultList.new
    read =
      CobaltLedger::Formats::WindowReader.new("Europe/London", faults).read(document.transform_keys(&:to_s), "/window")
    read || faults.map(&:to_s)
  end

  def open?(time, **document) = window(**document).cover?(Time.iso8601(time))

  it "opens on its first day and shuts after its last, as the zone counts days" do
    spring = { from: "2026-04-01", until: "2026-04-30" }
    expect(
      %w[2026-03-31T22:59:00Z 2026-03-31T23:00:00Z 2026-04-30T22:59:00Z 2026-04-30T23:00:00Z].map do |time|
        open?(time, **spring)
      end
    ).to eq([false, true, true, false])
  end

  it "keeps to weekdays and to hours, the last minute excluded" do
    office = { weekdays: %w[monday friday], hours: { "from" => "09:00", "until" => "17:30" } }
    expect(open?("2026-11-23T09:00:00Z", **office)).to be(true)
    expect(open?("2026-11-23T17:30:00Z", **office)).to be(false)
    expect(open?("2026-11-24T10:00:00Z", **office)).to be(false)
  end

  it "runs past midnight" do
    night = { hours: { "from" => "22:00", "until" => "06:00" } }
    expect(%w[21:59 22:00 05:59 06:00].map { |clock| open?("2026-12-01T#{clock}:00Z", **night) }).to eq(
      [false, true, true, false]
    )
  end

  it "goes by the clocks where an hour is skipped or comes twice" do
    early = { hours: { "from" => "01:00", "until" => "02:00" } }
    expect(%w[2026-03-29T00:30:00Z 2026-03-29T01:30:00Z].map { |time| open?(time, **early) }).to eq([false, false])
    expect(%w[2026-10-25T00:30:00Z 2026-10-25T01:30:00Z].map { |time| open?(time, **early) }).to eq([true, true])
  end

  it "refuses what can never open, days that do not exist and unknown zones" do
    expect(window(from: "2026-05-02", until: "2026-05-01")).to eq(
      ["/window/until: the window ends before it begins, so it never opens"]
    )
    expect(window(hours: { "from" => "09:00", "until" => "09:00" })).to eq(
      ["/window/hours: the hours begin and end at the same time, so the window never opens"]
    )
    expect(window(from: "2026-02-30")).to eq(["/window/from: is a day that does not exist"])
    expect(window(weekdays: ["monday"], zone: "Mars/Olympus")).to eq(
      ["/window/zone: there is no time zone “Mars/Olympus”; use a name like Europe/London"]
    )
  end

  it "keeps its rule from applying, and says when it would" do
    engine = engine(rule("notes", "lock", window: { "until" => "2026-06-30", "zone" => "Europe/London" }))
    asked = { "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => "edit" }
    decide = lambda do |at|
      engine.decide(
        CobaltLedger::Formats::QuestionJson.read(asked.merge(at), engine.policy, directory), reasoning: ["notes"]
      )
    end
    expect(decide.call("at" => "2026-06-30T12:00:00Z")["notes"].level).to eq("read_only")
    after = decide.call("at" => "2026-07-01T12:00:00Z")
    expect(after["notes"].level).to eq("editable")
    expect(after.reasoning["notes"].rules.lines[0].standing.because).to eq(
      "applies only until 30 Jun 2026; the time is Wed 1 Jul 2026 13:00 (Europe/London)"
    )
    expect(decide.call({})["notes"].level).to eq("read_only")
  end

  it "tells a moment that the clocks skip from one that comes twice" do
    engine = engine(fields: loan_fields)
    zone = TZInfo::Timezone.get("Europe/London")
    told = lambda do |text|
      found = CobaltLedger::FaultList.new
      [CobaltLedger::Formats::QuestionJson.moment(text, zone, "/at", found)&.utc&.iso8601, found.map(&:message)]
    end
    expect(engine.policy.zone.identifier).to eq("Etc/UTC")
    expect(told.call("2026-06-01T10:00")).to eq(["2026-06-01T09:00:00Z", []])
    expect(told.call("2026-03-29T01:30")[1].first).to start_with("the clocks in Europe/London skip that hour")
    expect(told.call("2026-10-25T01:30")[1].first).to start_with("that hour comes twice in Europe/London")
    expect(told.call("2026-02-30T01:30")[1]).to eq(["is a day that does not exist"])
  end
end
