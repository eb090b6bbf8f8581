# frozen_string_literal: true

# What a change does to whom, worked out only where it can make a difference, held against looking at everybody
# everywhere.
RSpec.describe CobaltLedger::Changes::Impact do
  edits = Integer(ENV.fetch("EDITS", 25))

  everywhere = Class.new(described_class) do
    private

    def concerned?(*) = true
  end

  # A policy with one thing changed: a rule taken away, switched, given to others, elsewhere, or another rank; or
  # something beside rules.
  def edited(document, random)
    rules = document["rules"]
    return document.merge("precedence" => "most_open") if rules.empty? || random.rand < 0.15

    place = random.rand(rules.size)
    changed =
      [
        nil, rules[place].merge("state" => rules[place]["state"] == "off" ? "on" : "off"),
        rules[place].merge("rank" => 90), rules[place].merge("reach" => { "modes" => ["edit"] }),
        rules[place].merge("audience" => { "any" => [{ "role" => "courier" }] }),
        rules[place].merge("effects" => [{ "effect" => "lock" }])
      ][
        random.rand(6)
      ]
    document.merge("rules" => rules.each_with_index.filter_map { |rule, index| index == place ? changed : rule })
  end

  it "misses nobody (#{edits} generated edits)", :generated do
    seed = chosen_seed("edits")
    told = 0
    edits.times do |number|
      document = PolicyGenerator.new(seed + number).policy(self)
      before, after =
        [document, edited(document, Random.new(seed + number))].map do |each|
          CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(each, directory), directory)
        end
      lines = described_class.new(before, after).lines
      told += lines.size
      expect(lines).to match_array(everywhere.new(before, after).lines), "seed #{seed + number}"
    end
    expect(told).to be_positive
  end
end
