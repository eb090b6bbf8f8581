# frozen_string_literal: true

# Makes large policies and directories from a fixed seed, for measurements.
class LargeTrust
  ROLES = (1..40).map { |number| "role-#{number}" }.freeze
  UNITS = %w[one two three four].freeze
  FIELDS = 60

  # rules: Integer, in all; types: record types; users: Integer.
  def initialize(rules:, types: 1, users: 200, seed: 20_260_101)
    @rules = rules
    @types = types
    @users = users
    @random = Random.new(seed)
  end

  def directory
    users =
      Array.new(@users) do |number|
        {
          "id" => "user-#{number}", "name" => "User #{number}", "roles" => Array.new(2) { pick(ROLES) }.uniq,
          "groups" => ["group-#{@random.rand(20)}"], "units" => [pick(UNITS)]
        }
      end
    {
      "format" => "cobalt-ledger/directory",
      "version" => 1,
      "users" => users,
      "roles" => ROLES.map { |id| { "id" => id, "name" => id } },
      "groups" => (0...20).map { |number| { "id" => "group-#{number}", "name" => "Group #{number}" } },
      "units" =>
        [{ "id" => "trust", "name" => "Trust" }] + UNITS.map { |id| { "id" => id, "name" => id, "parent" => "trust" } }
    }
  end

  def policy
    types = Array.new(@types) { |number| record_type(number) }
    { "format" => "cobalt-ledger/policy", "version" => 1, "name" => "Large trust", "precedence" => "strictest",
      "labels" => CobaltLedger::Formats::PolicyJson.empty("x")["labels"], "record_types" => types,
      "rules" => Array.new(@rules) { |number| rule(number, "type-#{number % @types}") } }
  end

  # Values of one record: every field filled.
  def record
    (1..FIELDS).to_h { |number| ["f#{number}", value(number)] }
  end

  private

  def pick(items) = items[@random.rand(items.size)]
  def kind(number) = %w[text integer money choice yes_no date][number % 6]

  def record_type(number)
    {
      "id" => "type-#{number}", "name" => "Type #{number}",
      "sections" => (1..6).map { |section| { "id" => "s#{section}", "name" => "Section #{section}" } },
      "fields" => (1..FIELDS).map { |field| field(field) }
    }
  end

  def field(number)
    {
      "id" => "f#{number}", "name" => "Field #{number}", "kind" => kind(number),
      "section" => "s#{((number - 1) / 10) + 1}", "label" => %w[open internal confidential restricted][number % 4],
      "options" => kind(number) == "choice" ? %w[a b c d].map { |id| { "id" => id, "name" => id } } : nil
    }.compact
  end

  def value(number)
    {
      "text" => "value #{number}", "integer" => number, "money" => number * 100, "choice" => %w[a b c d][number % 4],
      "yes_no" => number.even?, "date" => "2026-01-15"
    }[
      kind(number)
    ]
  end

  def rule(number, type)
    effects = [
      pick([%w[show], %w[hide], %w[mask]]), pick([%w[lock], %w[unlock], []]), pick([%w[require], [], []])
    ].flatten
    {
      "id" => "rule-#{number}",
      "title" => "Rule #{number}",
      "kind" => number % 20 == 19 ? "guardrail" : "ordinary",
      "rank" => number + 1,
      "record_type" => type,
      "targets" => {
        "fields" => Array.new(2) { "f#{@random.rand(1..FIELDS)}" }.uniq
      },
      "audience" =>
        @random.rand < 0.1 ? { "everyone" => true } : { "any" => Array.new(3) { { "role" => pick(ROLES) } }.uniq },
      "reach" => @random.rand < 0.3 ? { "modes" => [pick(%w[create edit view list])] } : nil,
      "when" => @random.rand < 0.5 ? condition : nil,
      "effects" =>
        effects.map do |name|
          name == "mask" ? { "effect" => name, "mask" => { "format" => "all" } } : { "effect" => name }
        end
    }.compact
  end

  def condition
    number = @random.rand(1..FIELDS)
    left = { "field" => "f#{number}" }
    case kind(number)
    when "integer", "money"
      { "compare" => "at_least", "left" => left, "right" => { "value" => @random.rand(1000) } }
    when "choice"
      { "compare" => "one_of", "left" => left, "right" => { "values" => %w[a b] } }
    when "yes_no"
      { "compare" => "equal", "left" => left, "right" => { "value" => true } }
    else
      { "compare" => "is_filled", "left" => left }
    end
  end
end
