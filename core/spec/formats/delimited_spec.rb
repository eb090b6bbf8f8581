# frozen_string_literal: true

# Tables written in every way that spreadsheets write them, read back without being told which.
RSpec.describe CobaltLedger::Formats::Delimited do
  let(:all) { ["name", "Size, cm", "Größe", "a;b", "label", "help"] }

  def table(random)
    cells = ["", "plain", "with, comma", "with; semicolon", "a\ttab", "two\nlines", "\"quoted\"", "Zdeněk", "café",
             "1,5", "€ 3"]
    headings = all.first(1 + random.rand(all.size))
    [headings] + Array.new(random.rand(6)) { headings.map { cells[random.rand(cells.size)] } }
  end

  def written(rows, separator, encoding, mark)
    text = rows.map { |row| CSV.generate_line(row, col_sep: separator, row_sep: "\r\n") }.join
    bytes = text.encode(encoding, undef: :replace, invalid: :replace, replace: "?").b
    mark ? "\uFEFF".encode(encoding).b + bytes : bytes
  end

  it "comes back cell by cell, with what it was written in", :generated do
    met = Hash.new(0)
    trials("delimited texts", 150, enough: -> { met.size >= 18 }) do |seed|
      random = Draws.new(seed)
      rows = table(random)
      # One column alone does not tell: the comma is what the standard says.
      separator, sign = described_class::SEPARATORS.to_a[rows[0].size == 1 ? 0 : random.rand(3)]
      encoding, form = described_class::ENCODINGS.to_a[random.rand(4)]
      mark = encoding.start_with?("UTF") && random.rand(2).zero?
      # Without a mark, a text of few letters could be anything.
      mark = true if encoding.start_with?("UTF-16") && rows.join.size < 8
      bytes = written(rows, sign, form, mark)
      read = described_class.new(bytes) { |heading| all.include?(heading) }
      expected = rows.map { |row| row.map { |cell| cell.encode(form, undef: :replace, replace: "?").encode("UTF-8") } }
      found, wanted = [read.rows, expected].map do |each|
        each.map do |row|
          row.map(&:to_s)
        end.reject { |row| row.join.empty? }
      end
      expect(found).to eq(wanted), "seed #{seed}: #{read.encoding}, #{bytes.inspect}, found #{found}"
      expect(read.separator).to eq(separator) if rows[0].size > 1
      met[[separator, encoding, mark]] += 1
    end
  end

  it "takes what it is told, and says where that can't be" do
    expect(described_class.new("a;b\n", separator: "comma").rows).to eq([["a;b"]])
    expect(faults { described_class.new("\xFF\xFEa".b, encoding: "UTF-8").rows }).to eq(["is not UTF-8 text"])
    expect(faults { described_class.new("a\n\"b\n").rows }.join).to include("line 2: is not CSV")
    expect(described_class.new("").rows).to eq([])
  end
end
