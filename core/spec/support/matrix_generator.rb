# frozen_string_literal: true

require "csv"

# Writes matrices as people keep them: either way round, with titles above, group headings, remarks at the side, a
# column that names the record type, words and letters of their own, names in other spellings.
class MatrixGenerator
  WORDS = {
    "hidden" => ["-", "none", "Hidden", " no  access"], "masked" => %w[masked Mask],
    "read_only" => ["R", "read", "View only"],
    "editable" => ["RW", "r/w", "Edit"], "required" => %w[Required REQ], "replace_only" => ["Replace-only"]
  }.freeze
  OWN = { "hidden" => "no!", "masked" => "part", "read_only" => "look", "editable" => "yes", "required" => "must do",
          "replace_only" => "swap" }.freeze
  AUDIENCES = %w[
    role:registrar role:courier group:night department:stores unit:kiln user:zora everyone:
  ].freeze
  SPELT = { "role:registrar" => ["Registrar", "REGISTRAR", "role: Registrar"],
            "role:courier" => ["courier", "Courier "],
            "group:night" => ["Night Custodians", "night_custodians"], "department:stores" => ["Stores"],
            "unit:kiln" => ["The Kiln-Works"], "user:zora" => ["Zora Nightingale"],
            "everyone:" => ["Everyone else", "all users"] }.freeze

  attr_reader :meanings

  def initialize(seed)
    @random = Draws.new(seed)
    @meanings = {}
  end

  # levels: Array. Returns Hash of [field, audience] to level for some fields and audiences, now and then with a gap.
  def said(fields, levels: WORDS.keys, most: 7)
    across = some(AUDIENCES, most)
    down = some(fields, most)
    down.product(across).to_h { |cell| [cell, pick(levels)] }.reject { chance(0.1) }
  end

  # A file that says this of fields (Hash of identifier to name). Returns [bytes, separator's name].
  def file(said, names, type)
    rows = body(said, names)
    rows.each_with_index { |row, index| row.unshift(index.zero? ? "Record type" : type) } if chance(0.3)
    rows = rows.transpose if chance(0.5)
    rows = titles(rows.first.size) + rows if chance(0.4)
    name, sign = pick([["comma", ","], ["semicolon", ";"], ["tab", "\t"]])
    [rows.map { |row| CSV.generate_line(row, col_sep: sign) }.join, name]
  end

  private

  def some(items, most) = items.sample(@random.rand(1..[most, items.size].min), random: @random)

  def body(said, names)
    across = said.keys.map(&:last).uniq
    remarks = chance(0.3)
    head = ["Field", *across.map { |key| pick(SPELT.fetch(key)) }, *(remarks ? ["Remarks of ours"] : [])]
    lines = said.keys.map(&:first).uniq.flat_map do |id|
      cells = across.map { |key| said.key?([id, key]) ? word(said[[id, key]]) : word(nil) }
      line = [spelt(names.fetch(id)), *cells, *(remarks ? ["see our page 7"] : [])]
      chance(0.1) ? [["Some fields of ours", *([""] * (line.size - 1))], line] : [line]
    end
    [head, *lines]
  end

  def titles(width) = [["Who may do what", *([""] * (width - 1))], [""] * width]

  def spelt(name) = pick([name, name.upcase, name.tr(" ", "_"), " #{name}"])

  def word(level)
    text = level.nil? ? "n/a" : pick([*WORDS.fetch(level), OWN.fetch(level)])
    @meanings[text] = level || "unsaid" if level.nil? || text == OWN[level]
    text
  end

  def pick(items) = items[@random.rand(items.size)]
  def chance(part) = @random.rand < part
end
