# frozen_string_literal: true

require_relative "../support/policy_edits"

# Lines that are told in one sentence, held to what each of them says by itself.
RSpec.describe CobaltLedger::Changes::Row do
  changes = CobaltLedger::Changes

  def engine_of(document, people = directory)
    CobaltLedger::Decisions::Engine.new(
      CobaltLedger::Formats::PolicyJson.build(CobaltLedger::Formats::UpToDate.policy(document), people), people
    )
  end

  it "tells every line in one row, and of each field what the row does not say of all", :generated do
    joined = 0
    trials("rows", 60, enough: -> { joined > 20 }) do |seed|
      edits = PolicyEdits.new(seed)
      before = edits.policy(self)
      engines = [before, edits.edited(before)[1]].map { |document| engine_of(document) }
      lines = changes::Merging.of(changes::Comparison.new(*engines).lines)
      wording = changes::Wording.new(engines.map(&:policy), directory)
      rows = wording.rows(lines)
      joined += 1 if rows.size < lines.size
      expect(rows.flat_map(&:lines)).to match_array(lines)
      rows.each { |row| hold(row, wording) }
    end
  end

  # What stands in brackets with a field is just that in which it is not as the row.
  def hold(row, wording)
    sentence = wording.row(row)
    row.entries.each do |entry|
      line = entry.line
      said = wording.qualified(row, entry)
      expect(row.shared - line.asks).to be_empty
      expect(line.people - row.people).to be_empty
      only, said_of_change = said.grep_v(/\Awhen /).partition { |words| words.match?(/\Aonly for | only\z/) }
      expect(only.any?).to be(line.people.size < row.people.size)
      expect(said_of_change.any?).to be([line.before, line.after] != [row.line.before, row.line.after])
      expect(said.grep(/\Awhen /).size).to eq(line.asks.size - row.shared.size)
      expect(row.direction - line.direction).to be_empty
      said.each { |words| expect(sentence).to include(words) }
    end
  end
end
