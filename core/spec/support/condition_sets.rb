# frozen_string_literal: true

# Sets of conditions of every kind on one wide record type, and hard ones, from a seed: for specs and for measuring.
class ConditionSets
  OPTIONS = %w[a b c d].map { |id| { "id" => id, "name" => id.upcase } }.freeze
  DAYS = %w[2026-03-28 2026-03-29 2026-03-30 2026-10-25 0000-01-02 9999-12-31].freeze
  MOMENTS = %w[2026-03-29T00:30:00Z 2026-03-29T01:30:00+01:00 2026-10-25T00:30:00.5Z 2026-10-25T23:59:59-03:30].freeze
  NUMBERS = [0, 1, 2, 3, "0.1", "0.3", "0.000000001", 10**15, -(10**15)].freeze
  TEXTS = %w[a ab b ba abc bc].freeze
  NETWORKS = %w[192.0.2.0/24 192.0.2.128/25 0.0.0.0/1 ::/0 2001:db8::/32].freeze
  KINDS = {
    "n" => "integer", "x" => "decimal", "d" => "date", "t" => "date_time", "f" => "yes_no", "k" => "choice",
    "g" => "choices", "w" => "text", "p" => "person", "r" => "record_reference"
  }.freeze
  FORMULAS = {
    "sum" => "n1 + n2", "twice" => "2 * n2 + 3 * n3", "chain" => "sum - 2 * n3", "mix" => "2 * x1 + 3 * x2 - n1",
    "third" => "x3 / 3", "area" => "n1 * n2"
  }.freeze

  # seed: Integer; people: identifiers of users, of whom some are named; role: of some of them.
  def initialize(seed, people, role = "registrar")
    @role = role
    @random = Draws.new(seed)
    @people = people
  end

  # The record type's document. count: fields of each kind.
  def self.record_type(count = 4)
    made = lambda do |id, kind, **more|
      { "id" => id, "name" => id, "kind" => kind, "section" => "main", "label" => "open" }.merge(
        more.transform_keys(&:to_s)
      )
    end
    fields =
      KINDS.flat_map do |letter, kind|
        more = {
          "choice" => {
            options: OPTIONS
          },
          "choices" => {
            options: OPTIONS
          },
          "record_reference" => {
            refers_to: "thing"
          }
        }.fetch(kind, {})
        (1..count).map { |number| made.call("#{letter}#{number}", kind, **more) }
      end
    fields += FORMULAS.map { |id, formula| made.call(id, "computed", formula: formula) }
    {
      "id" => "thing", "name" => "Thing", "sections" => [{ "id" => "main", "name" => "Main" }], "title_field" => "w1",
      "fields" => fields
    }
  end

  # An Array of documents of conditions.
  def some
    subjects =
      KINDS
        .keys
        .sample(@random.rand(1..2), random: @random)
        .flat_map do |letter|
          (1..4).to_a.sample(@random.rand(1..3), random: @random).map { |number| ["#{letter}#{number}", letter] }
        end
    subjects += FORMULAS.keys.sample(1, random: @random).map { |id| [id, "x"] } if @random.rand < 0.15
    Array.new(@random.rand(1..5)) { tree(subjects, 2) }
  end

  # Every pair of some fields differs. prefix: letter of the fields.
  def self.apart(prefix, count)
    (1..count).to_a.combination(2).map { |one, other| pair("#{prefix}#{one}", "not_equal", "#{prefix}#{other}") }
  end

  # Each of some fields is before the next, and the last before the first.
  def self.ring(prefix, count)
    (1..count).map { |number| pair("#{prefix}#{number}", "less", "#{prefix}#{(number % count) + 1}") }
  end

  # Clauses of three flags each.
  def self.three_flags(seed, flags, clauses)
    random = Draws.new(seed)
    Array.new(clauses) do
      {
        "any" =>
          (1..flags)
            .to_a
            .sample(3, random: random)
            .map do |number|
              {
                "compare" => "equal",
                "left" => {
                  "field" => "f#{number}"
                },
                "right" => {
                  "value" => random.rand < 0.5
                }
              }
            end
      }
    end
  end

  def self.pair(one, name, other) = { "compare" => name, "left" => { "field" => one }, "right" => { "field" => other } }

  private

  def pick(list) = list[@random.rand(list.size)]

  def tree(subjects, depth)
    case depth.zero? ? 9 : @random.rand(7)
    when 0 then { "all" => [tree(subjects, depth - 1), tree(subjects, depth - 1)] }
    when 1, 2 then { "any" => [tree(subjects, depth - 1), tree(subjects, depth - 1)] }
    when 3 then { "not" => tree(subjects, depth - 1) }
    else leaf(*pick(subjects), subjects)
    end
  end

  def leaf(id, letter, subjects)
    return { "compare" => pick(%w[is_blank is_filled was_changed]), "left" => { "field" => id } } if @random.rand < 0.12
    return within_network if @random.rand < 0.03

    left = @random.rand < 0.15 ? { "stored" => id } : operand(id, letter)
    others = subjects.select { |other, kind| kind == letter && other != id }
    comparisons = names(letter)
    if others.any? && @random.rand < 0.4
      return { "compare" => pick(comparisons), "left" => left, "right" => operand(*pick(others)) }
    end
    if %w[d t].include?(letter) && @random.rand < 0.3
      return { "compare" => pick(%w[within_next within_last]), "left" => left,
               "right" => { "days" => @random.rand(4) } }
    end
    if letter == "p" && @random.rand < 0.3
      return { "compare" => "member_of", "left" => left, "right" => { "members" => [{ "role" => @role }] } }
    end

    { "compare" => pick(comparisons), "left" => left, "right" => { "value" => value(letter) } }
  end

  # Sometimes of the record that a reference names.
  def operand(id, letter)
    if letter != "r" && FORMULAS.keys.none?(id) && @random.rand < 0.1
      { "through" => pick(%w[r1 r2]), "field" => id }
    else
      { "field" => id }
    end
  end

  def within_network
    { "compare" => "within_network", "left" => { "network" => true }, "right" => { "values" => [pick(NETWORKS)] } }
  end

  def names(letter)
    case letter
    when "n", "x", "d", "t" then %w[less at_most greater at_least equal not_equal]
    when "w" then %w[equal not_equal begins_with includes]
    when "g" then %w[equal not_equal includes]
    else %w[equal not_equal]
    end
  end

  def value(letter)
    {
      "n" => [0, 1, 2, 3, 10**15], "x" => NUMBERS, "d" => DAYS, "t" => MOMENTS, "f" => [true, false],
      "k" => %w[a b c d], "g" => [%w[a], %w[a b]], "w" => TEXTS, "p" => @people, "r" => %w[1 2]
    }.fetch(letter).then { |values| pick(values) }
  end
end
