# frozen_string_literal: true

# The difference of two policies: one edited rule, fifty, and a new one meant for a few of many people.
module ComparisonBench
  module_function

  def run(report)
    [[100, 1, 200, "200 ms"], [1_000, 10, 2_000, "1 s"],
     [10_000, 100, 10_000, "2 s"]].each do |rules, types, users, target|
      trust = LargeTrust.new(rules: rules, types: types, users: users)
      directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
      before = engine(trust.policy, directory)
      words = "#{rules} rules, #{types} record types, #{users} users"
      measure(report, "one edited condition: #{words} (target: #{target})", before,
              engine(edited(trust.policy), directory))
      measure(report, "one new rule for a group (target: #{target})", before, engine(added(trust.policy), directory))
      measure(report, "fifty edited rules (target at 1,000: 5 s)", before, engine(fifty(trust.policy), directory))
    end
  end

  def engine(document, directory)
    policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
    CobaltLedger::Decisions::Engine.new(policy, directory)
  end

  def measure(report, words, before, after)
    found = nil
    seconds = Benchmark.realtime { found = CobaltLedger::Changes::Comparison.new(before, after).then { |each| [each.lines, each.undecided] } }
    report.figure(words, format("%.2f s, %d lines, %d not decided", seconds, *found.map(&:size)))
  end

  def edited(policy)
    place = policy["rules"].index { |rule| rule["when"] }
    condition = { "compare" => "at_least", "left" => { "field" => "f1" }, "right" => { "value" => 444 } }
    changed(policy, [place]) { |rule| rule.merge("when" => condition) }
  end

  def fifty(policy)
    step = policy["rules"].size / 50
    changed(policy, (0...50).map do |number|
      number * step
    end) { |rule| rule.merge("effects" => [{ "effect" => "hide" }]) }
  end

  def added(policy)
    new = policy["rules"][3].except("when").merge(
      "id" => "new", "rank" => 99_999, "audience" => { "any" => [{ "group" => "group-3" }] },
      "effects" => [{ "effect" => "hide" }]
    )
    policy.merge("rules" => policy["rules"] + [new])
  end

  def changed(policy, places)
    policy.merge(
      "rules" => policy["rules"].each_with_index.map { |rule, place| places.include?(place) ? yield(rule) : rule }
    )
  end
end
