# frozen_string_literal: true

%w[trial draws builders policy_generator policy_edits].each { |name| require_relative "../core/spec/support/#{name}" }

# How long the conditions are that accounts of edits are told under: as the rules have them, and as they are written.
module WordingBench
  EDITS = 500

  # Counts the comparisons of every condition that is worded, before and after it is shortened.
  module Counting
    class << self
      attr_accessor :counted
    end

    def asks(conditions, feasible, wanted, mode, directory)
      super.tap do |asks|
        cover = CobaltLedger::Decisions::Cover.new(feasible, wanted)
        phrase = CobaltLedger::Conditions::Shortening::Shortest.of(conditions, feasible, wanted, mode: mode)
        before = size(cover, conditions)
        after = phrase.respond_to?(:comparisons) ? [phrase.comparisons, before].min : before
        Counting.counted << [before, asks.empty? ? 0 : after]
      end
    end
  end

  module_function

  def run(report)
    Counting.counted = []
    CobaltLedger::Decisions::WhenSo.singleton_class.prepend(Counting)
    maker = Object.new.extend(Builders)
    lines = sentences = 0
    seconds = Benchmark.realtime do
      EDITS.times do |seed|
        found, told = account(seed, maker)
        lines += found
        sentences += told
      end
    end
    compared(report, "conditions in #{EDITS} accounts of generated edits", Counting.counted)
    compared(report, "of these, conditions of several comparisons (target: half)",
             Counting.counted.select { |before, _| before > 1 })
    report.figure("lines of these accounts, and sentences", "#{lines}, #{sentences}")
    report.figure("time for all of them, generated policies included", format("%.1f s", seconds))
    Counting.counted = []
    sample
    compared(report, "conditions in accounts of edits of the sample policy (target: half)", Counting.counted)
  end

  def compared(report, words, counted)
    before, after = counted.transpose.map { |counts| counts.sum.fdiv(counts.size).round(2) }
    report.figure("mean comparisons of #{counted.size} #{words}", "#{before} before, #{after} after")
  end

  # Each list of options in a condition of the sample policy with one of them taken out.
  def sample
    root = File.expand_path("../demo", __dir__)
    document = JSON.parse(File.read("#{root}/policy.json"))
    people = CobaltLedger::Formats::DirectoryJson.build(JSON.parse(File.read("#{root}/directory.json")))
    edited = document["rules"].flat_map { |rule| shorter(rule) }
    engine = lambda do |rules|
      CobaltLedger::Decisions::Engine.new(
        CobaltLedger::Formats::PolicyJson.build(document.merge("rules" => rules), people), people
      )
    end
    before = engine.call(document["rules"])
    edited.each do |rule|
      rules = document["rules"].map { |each| each["id"] == rule["id"] ? rule : each }
      CobaltLedger::Changes::Comparison.new(before, engine.call(rules)).of(rule["record_type"])
    end
  end

  # The rule with one option less in its condition, one for each.
  def shorter(rule)
    values = rule.dig("when", "right", "values") or return []

    values.map { |value| rule.merge("when" => rule["when"].merge("right" => { "values" => values - [value] })) }
      .reject { |each| each["when"]["right"]["values"].empty? }
  end

  # [lines, sentences] of the account of one edit.
  def account(seed, maker)
    edits = PolicyEdits.new(seed)
    before = edits.policy(maker)
    people = maker.directory
    engines = [before, edits.edited(before)[1]].map do |document|
      document = CobaltLedger::Formats::UpToDate.policy(document)
      CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, people), people)
    end
    lines = CobaltLedger::Changes::Merging.of(CobaltLedger::Changes::Comparison.new(*engines).lines)
    [lines.size, CobaltLedger::Changes::Wording.new(engines.map(&:policy), people).sentences(lines).size]
  end
end
