# frozen_string_literal: true

require "csv"
require "roo"
require "tempfile"

# What goes out as a workbook holds what the same person gets as CSV.
RSpec.describe "Workbooks" do
  def book
    expect(last_response.content_type).to eq(Server::Routes::Workbooks::TYPE)
    Tempfile.create(["file", ".xlsx"], binmode: true) do |file|
      file.write(last_response.body)
      file.flush
      read = Roo::Excelx.new(file.path)
      return (1..read.last_row).map { |row| (1..read.last_column).map { |column| read.cell(row, column) } }
    end
  end

  # A value as both formats can be compared.
  def like(value)
    case value
    when Numeric then value.to_d.to_s("F").sub(/\.0\z/, "")
    when Date, Time, DateTime then value.iso8601[0, 10]
    else CobaltLedger::Formats::SpreadsheetGuard.unguard(value.to_s)
    end
  end

  it "hold the records that someone may export, masked and without what is hidden, as CSV does" do
    compared = 0
    %w[asha ilka cleo].product(%w[outgoing-loan collection-object conservation-job]).each do |login, type|
      sign_in(login)
      get("/api/records/#{type}/export?format=csv")
      next unless last_response.ok?

      rows = CSV.parse(last_response.body)
      get("/api/records/#{type}/export?format=xlsx")
      found = book
      expect(found.size).to eq(rows.size)
      expect(found.first.size).to eq(rows.first.size)
      rows.drop(1).zip(found.drop(1)) do |row, cells|
        expect(cells.map { |cell| like(cell) }).to eq(row.map { |cell| like(cell) })
        compared += row.size
      end
    end
    expect(compared).to be > 500
    expect(Server::JournalEntry.where(kind: "export").map { |entry| entry.told["format"] }.uniq).to eq(%w[csv xlsx])
  end

  it "hold a list as a page shows it, for whoever is signed in" do
    rows = [[1, "=SUM(A1)", "Read-only"], [2, nil, true]]
    table = { name: "Rules", heading: %w[Rank Title Level], rows: rows, inks: [2] }
    expect(call(:post, "/api/workbook", table)).to eq(401)
    sign_in("xenia")
    post("/api/workbook", JSON.generate(table), "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => @csrf)
    expect(book).to eq([%w[Rank Title Level], [1, "=SUM(A1)", "Read-only"], [2, nil, "yes"]])
    expect(call(:post, "/api/workbook", table.merge(rows: [[{}]]))).to eq(422)
    expect(call(:post, "/api/workbook", table.merge(inks: [-1]))).to eq(422)
  end
end
