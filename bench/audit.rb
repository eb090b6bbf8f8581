# frozen_string_literal: true

require "objspace"

# The whole audit on generated policies from a fixed seed, and the findings after one edited rule.
module AuditBench
  AT = Time.utc(2026, 6, 1, 12)

  module_function

  def run(report)
    small = measure(report, rules: 1_000, types: 10, users: 2_000, target: "5 s")
    after_an_edit(report, *small[:made])
    large = measure(report, rules: 10_000, types: 100, users: 10_000, target: "60 s, 1 GiB")
    # A machine's speed may drift meanwhile: the small policy is measured on either side of the large one.
    again = Benchmark.realtime { audit(*prepared(*small[:made]), Hash.new(0.0)) }
    growth = large[:seconds] / ((small[:seconds] + again) / 2)
    report.figure(
      "from 1,000 to 10,000 rules at the same density", format("%.1f times on one core (target: at most 12)", growth)
    )
  end

  # The same density of rules on a field each time. Returns {:seconds (on one core), :made}.
  def measure(report, rules:, types:, users:, target:)
    trust = LargeTrust.new(rules: rules, types: types, users: users)
    directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
    document = trust.policy
    engine, = prepared(document, directory)
    spent = Hash.new(0.0)
    found = nil
    alone = Benchmark.realtime { found = audit(engine, document, spent) }
    together =
      Benchmark.realtime do
        found = CobaltLedger::Audit::Run.new(engine, rules_of(document), at: AT).findings_in_parallel(Etc.nprocessors)
      end
    words = "the whole audit: #{rules} rules, #{types} record types, #{users} users (target: #{target})"
    report.figure(
      words,
      format(
        "%.2f s on %d cores, %.2f s on one, %d findings, %d MB at most", together, Etc.nprocessors, alone, found.size,
        peak
      )
    )
    report.figure(
      "  of it",
      spent.sort_by { |_, share| -share }.first(4).map { |name, share| format("%s %.1f s", name, share) }.join(", ")
    )
    { seconds: alone, made: [document, directory] }
  end

  # [engine, document]
  def prepared(document, directory)
    [
      CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory),
      document
    ]
  end

  # Rules as the audit reads them: in the newest form.
  def rules_of(document) = CobaltLedger::Formats::UpToDate.policy(document)["rules"]

  # spent: Hash that gets the seconds of each detector.
  def audit(engine, document, spent)
    last = nil
    CobaltLedger::Audit::Run.new(engine, rules_of(document), at: AT).findings do |_, _, words|
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      spent[last[0]] += now - last[1] if last
      last = [words.split(",").first, now]
      nil
    end
  end

  # One rule is edited: what its record type's findings come to, from the edited document on.
  def after_an_edit(report, document, directory)
    rules =
      document["rules"].map { |rule| rule["id"] == "rule-0" ? rule.merge("effects" => [{ "effect" => "hide" }]) : rule }
    report.time("findings after one edited rule of 1,000 (target: within 1 s)") do
      edited = document.merge("rules" => rules)
      engine =
        CobaltLedger::Decisions::Engine.new(
          CobaltLedger::Formats::PolicyJson.build(edited, directory, shaped: true), directory
        )
      CobaltLedger::Audit::Run.new(engine, rules_of(edited), at: AT).findings(
        types: [engine.policy.record_type("type-0")]
      )
    end
  end

  # The most memory this process has held, in MB.
  def peak = File.read("/proc/self/status")[/VmHWM:\s+(\d+)/, 1].to_i / 1024
end
