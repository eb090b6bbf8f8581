# frozen_string_literal: true

require "roo"
require "tempfile"

# Tables as workbooks, read back by a reader that others wrote.
RSpec.describe CobaltLedger::Formats::Workbook do
  def reading(bytes)
    Tempfile.create(["table", ".xlsx"], binmode: true) do |file|
      file.write(bytes)
      file.flush
      yield Roo::Excelx.new(file.path)
    end
  end

  def table(rows, **more)
    described_class::Table.new(name: "Loans: all/of [them]", heading: %w[A B C D], rows: rows, **more)
  end

  # What a cell holds when it is read. A blank text and none are the same to a spreadsheet.
  def held(value)
    case value
    when true then "yes"
    when false then "no"
    when "" then nil
    when BigDecimal, Integer then value.to_d
    else value
    end
  end

  def cells(random)
    texts = ["=1+1", "+1", "-1", "@x", "'quoted", "\t=x", "plain", "", " spaces ", "ä€𝄞", "two\nlines", "007", "1e5",
             "TRUE", "2026-02-30", "<&>\"", "_x0041_"]
    numbers = [0, -1, 42, 123_456_789_012_345, BigDecimal("0.1"), BigDecimal("-12345.678901"), BigDecimal("1e-7")]
    days = [Date.new(1999, 12, 31), Date.new(2026, 2, 28), Date.new(2400, 2, 29)]
    kinds = [texts, numbers, days, [true, false, nil]]
    Array.new(4) { kinds.sample(random: random).sample(random: random) }
  end

  it "comes back cell by cell, texts as texts, numbers as numbers, days as days", :generated do
    trials("workbooks", 25) do |seed|
      random = Random.new(seed)
      rows = Array.new(8) { cells(random) }
      reading(described_class.write(table(rows))) do |book|
        expect(book.sheets).to eq(["Loans  all of  them"])
        rows.each_with_index do |row, index|
          row.each_with_index do |value, place|
            found = book.cell(index + 2, place + 1)
            found = found.to_d if value.is_a?(Numeric) && found.is_a?(Numeric)
            expect(found).to eq(held(value)), -> { "seed #{seed}: #{value.inspect} became #{found.inspect}" }
            expect(book.formula(index + 2, place + 1)).to be_nil
          end
        end
      end
    end
  end

  it "keeps numbers that no spreadsheet holds as texts, and shades access levels" do
    long = BigDecimal("12345678901234567.89")
    row = ["x", "Read-only (as signed)", "Hidden", long]
    bytes = described_class.write(table([row], inks: [1, 2], source: "Edition 3"))
    reading(bytes) do |book|
      expect(book.cell(2, 4)).to eq("12345678901234567.89")
      expect([book.cell(4, 1), book.cell(4, 2)]).to eq(["Source", "Edition 3"])
    end
    sheet = Zip::File.open_buffer(bytes)
    fills = sheet.read("xl/styles.xml").scan(/fgColor rgb="FF(\w{6})"/).flatten
    expect(fills).to include("D3DCEA", "FFFFFF")
    shades = sheet.read("xl/worksheets/sheet1.xml")[%r{<row r="2".*?</row>}].scan(/ s="(\d+)"/).flatten
    expect(shades[1..2].uniq.size).to eq(2)
  end
end
