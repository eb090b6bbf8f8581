# frozen_string_literal: true

# The difference of two policies: one edited rule, fifty, and a new one meant for a few of many people.
module ComparisonBench
  module_function

  SIZES = [[100, 1, 200, "200 ms"], [1_000, 10, 2_000, "1 s"], [10_000, 100, 10_000, "2 s"]].freeze

  def run(report)
    SIZES.each do |rules, types, users, target|
      trust = LargeTrust.new(rules: rules, types: types, users: users)
      directory = CobaltLedger::Formats::DirectoryJson.build(trust.directory)
      # Each call makes another one.
      document = trust.policy
      before = engine(document, directory)
      words = "#{rules} rules, #{types} record types, #{users} users"
      { "one edited condition: #{words} (target: #{target})" => edited(document),
        "one new rule for a group (target: #{target})" => added(document),
        "fifty edited rules (target at 1,000: 5 s)" => fifty(document) }.each do |title, after|
        measure(report, title, before, engine(after, directory))
      end
    end
  end

  def engine(document, directory)
    policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
    CobaltLedger::Decisions::Engine.new(policy, directory)
  end

  def measure(report, words, before, after)
    comparison = CobaltLedger::Changes::Comparison.new(before, after)
    seconds = Benchmark.realtime { comparison.lines }
    found = [comparison.lines, comparison.undecided]
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
