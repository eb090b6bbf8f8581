# frozen_string_literal: true

%w[trial draws condition_sets].each { |name| require_relative "../core/spec/support/#{name}" }

# The solver on sets of conditions of every kind, and on hard ones, with z3 beside it where it is installed.
module SolverBench
  SETS = 2_000
  SEED = 20_260
  # Sets that z3 is put to as well: it is a process of its own each time.
  OTHER = 200
  Solver = CobaltLedger::Conditions::Solver

  module_function

  def run(report)
    prepare
    random(report)
    hard.each { |words, target, documents| single(report, words, target, documents) }
  end

  def prepare
    @directory = CobaltLedger::Formats::DirectoryJson.build(LargeTrust.new(rules: 1, types: 1, users: 24).directory)
    document =
      CobaltLedger::Formats::PolicyJson.empty("Measured").merge(
        "record_types" => [record_type], "time_zone" => "Europe/London"
      )
    if document["labels"].none? { |label| label["id"] == "open" }
      document["labels"] |= [
        {
          "id" => "open",
          "name" => "Open",
          "start" => {
            "visibility" => "shown", "entry" => "open", "presence" => "optional"
          }
        }
      ]
    end
    @type = CobaltLedger::Formats::PolicyJson.build(document, @directory).record_type("thing")
    @scope = CobaltLedger::Conditions::Scope.of(@type, @directory)
    @base =
      CobaltLedger::Conditions::Facts.new(
        directory: @directory, at: Time.utc(2026, 3, 1, 12), zone: TZInfo::Timezone.get("Europe/London")
      )
    path = ENV["PATH"].split(":").map { |folder| File.join(folder, "z3") }.find { |each| File.executable?(each) }
    @other = path && Solver::SecondOpinion.new(path)
  end

  # Twelve fields of each kind, sixty flags, and sums of six.
  def record_type
    type = ConditionSets.record_type(12)
    flag = type["fields"].find { |field| field["id"] == "f1" }
    flags = (13..60).map { |number| flag.merge("id" => "f#{number}", "name" => "f#{number}") }
    sum = {
      "id" => "six", "name" => "six", "kind" => "computed", "section" => "main", "label" => "open",
      "formula" => "12*n1 + 15*n2 + 20*n3 + 21*n4 + 28*n5 + 35*n6"
    }
    eight =
      (1..9).map do |number|
        type["fields"]
          .find { |field| field["id"] == "k1" }
          .merge(
            "id" => "e#{number}", "name" => "e#{number}",
            "options" => (1..8).map { |id| { "id" => "o#{id}", "name" => "O#{id}" } }
          )
      end
    type.merge("fields" => type["fields"] + flags + eight + [sum])
  end

  def hard
    flags = ConditionSets.three_flags(7, 60, 258)
    [
      ["a ring of 12 whole numbers", "20 ms", ConditionSets.ring("n", 12)],
      ["a ring of 12 dates", "20 ms", ConditionSets.ring("d", 12)],
      [
        "12 people, each another than the next", "20 ms",
        (1..11).map { |number| ConditionSets.pair("p#{number}", "not_equal", "p#{number + 1}") }
      ],
      ["9 choices of 8 options, all different", "500 ms", ConditionSets.apart("e", 9)],
      [
        "9 whole numbers from 1 to 8, all different", "500 ms",
        ConditionSets.apart("n", 9) + (1..9).map { |number| between("n#{number}", 1, 8) }
      ],
      ["3-SAT of 60 flags and 258 clauses", "500 ms", flags.each_slice(60).map { |slice| { "all" => slice } }],
      [
        "a sum of six whole numbers within bounds",
        "50 ms",
        [{ "compare" => "equal", "left" => { "field" => "six" }, "right" => { "value" => 431 } }] +
          (1..6).map { |number| between("n#{number}", 0, 9) }
      ],
      [
        "200 comparisons in one set",
        "200 ms",
        (1..40)
          .flat_map { |seed| ConditionSets.new(seed, people, role).some }
          .first(100)
          .each_slice(2)
          .map { |pair| { "any" => pair } }
      ]
    ]
  end

  def between(id, low, high)
    { "compare" => "between", "left" => { "field" => id }, "right" => { "values" => [low, high] } }
  end

  def role = @directory.roles.first.id
  def people = @directory.users.first(3).map(&:id)

  def read(documents)
    documents.map do |document|
      CobaltLedger::Conditions::Parser.new(@scope, CobaltLedger::FaultList.new).parse(document, "")
    end
  end

  def solver = Solver::Satisfy.new(@type, "edit", @base, free: [[:time], [:user]])

  def random(report)
    sets = Array.new(SETS) { |number| read(ConditionSets.new(SEED + number, people, role).some) }
    kinds = Hash.new(0)
    times = sets.map { |conditions| Benchmark.realtime { kinds[solver.answer(conditions).kind] += 1 } }.sort
    shares = kinds.sort.map { |kind, count| "#{kind} #{count}" }.join(", ")
    report.figure(
      "#{SETS} sets of every kind (targets: median 1 ms, 99th 50 ms, none above 1 s)",
      format(
        "median %.2f ms, 99th %.1f ms, most %.0f ms; %s", times[SETS / 2] * 1e3, times[SETS * 99 / 100] * 1e3,
        times.last * 1e3, shares
      )
    )
    return unless @other

    others = sets.first(OTHER).map { |conditions| Benchmark.realtime { problem(conditions).put_to(@other) } }.sort
    report.figure(
      "  z3 on the first #{OTHER}, a process each",
      format("median %.2f ms, most %.0f ms", others[OTHER / 2] * 1e3, others.last * 1e3)
    )
  end

  def problem(conditions) = Solver::Problem.new(@type, "edit", @base, conditions, free: [[:time], [:user]])

  def single(report, words, target, documents)
    conditions = read(documents)
    kind = nil
    seconds = Array.new(3) { Benchmark.realtime { kind = solver.answer(conditions).kind } }.min
    other = @other && Benchmark.realtime { problem(conditions).put_to(@other) }
    report.figure(
      "#{words} (target: #{target})",
      format("%.1f ms, %s%s", seconds * 1e3, kind, other ? format("; z3 %.0f ms", other * 1e3) : "")
    )
  end
end
