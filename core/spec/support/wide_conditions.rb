# frozen_string_literal: true

# Turns generated policies to decimals, moments, people left out and references: fields of these kinds beside the
# others, and comparisons of them in the place of some. With values enough to tell all of their outcomes.
class WideConditions
  NANO = Rational(1, 10**9)
  # Clocks go forward, midnight in London's winter, and parts of a second.
  MOMENTS = [
    Time.utc(2025, 12, 31), Time.utc(2026, 1, 1), Time.utc(2026, 1, 2), Time.utc(2026, 3, 29, 1),
    Time.utc(2026, 3, 29, 1, 30, Rational(1, 2))
  ].freeze
  VALUES = {
    "price" => [nil, -NANO, 0r, NANO, 2 * NANO, Rational(1, 200), Rational(1, 200) + NANO, 1r, 2r],
    "seen" => [nil, *MOMENTS.flat_map { |moment| [moment - NANO, moment, moment + NANO] }],
    "keeper" => [nil, "asha", "ilka", "zora"], "object" => [nil, "1", "2", "3"]
  }.freeze

  def initialize(seed)
    @random = Draws.new(seed)
  end

  # A policy document with fields and comparisons of these kinds. builders: what makes documents.
  def widen(document, builders)
    fields = [
      builders.field("price", "decimal"), builders.field("seen", "date_time"), builders.field("keeper", "person"),
      builders.field("object", "record_reference", refers_to: "loan")
    ]
    type = document["record_types"].first
    document.merge(
      "record_types" => [type.merge("fields" => type["fields"] + fields)], "time_zone" => "Europe/London",
      "rules" => document["rules"].map { |rule| rule["when"] ? rule.merge("when" => swapped(rule["when"])) : rule }
    )
  end

  # Values of these fields as JSON.
  def values
    found = VALUES.transform_values { |list| pick(list) }
    found.merge("price" => found["price"] && format("%.9f", found["price"]),
                "seen" => found["seen"]&.iso8601(9)).compact
  end

  private

  def pick(list) = list[@random.rand(list.size)]

  def swapped(condition)
    group = %w[all any].find { |key| condition.key?(key) }
    return { group => condition[group].map { |part| swapped(part) } } if group
    return { "not" => swapped(condition["not"]) } if condition["not"]

    instead =
      { "count" => :price, "level" => :seen, "agreed" => :keeper, "stage" => :object }[condition["left"]["field"]]
    instead && !condition.dig("right", "field") ? send(instead) : condition
  end

  def compare(field, name, value) = { "compare" => name, "left" => { "field" => field }, "right" => value }

  def price
    compare(
      "price", pick(%w[less at_most greater at_least equal not_equal]),
      { "value" => pick([0, "0.000000001", "0.005", 1]) }
    )
  end

  def object
    compare(
      "object",
      *pick([["equal", { "value" => "1" }], ["not_equal", { "value" => "1" }], ["none_of", { "values" => %w[1 2] }]])
    )
  end

  def seen
    return compare("seen", pick(%w[within_next within_last]), { "days" => @random.rand(2) }) if @random.rand < 0.4

    compare(
      "seen", pick(%w[less at_most greater equal]),
      { "value" => pick(%w[2026-03-29T02:00:00+01:00 2026-03-29T01:30:00.5Z 2026-01-01T00:00:00Z]) }
    )
  end

  def keeper
    pick(
      [
        compare("keeper", "not_equal", { "value" => "asha" }),
        compare("keeper", "none_of", { "values" => %w[asha ilka] }),
        compare("keeper", "member_of", { "members" => [{ "role" => "registrar" }] }),
        compare("keeper", "not_equal", { "user" => true }),
        { "compare" => "equal", "left" => { "user" => true }, "right" => { "field" => "keeper" } },
        { "compare" => "member_of", "left" => { "user" => true },
          "right" => { "members" => [{ "group" => "custodians" }] } },
        { "compare" => "equal", "left" => { "attribute" => "clearance" }, "right" => { "value" => "high" } }
      ]
    )
  end
end
