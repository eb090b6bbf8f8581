# frozen_string_literal: true

require "csv"
require "roo"

# Lists and pictures that are saved for elsewhere hold what the screen holds, and no more.
RSpec.describe "Saved for elsewhere" do
  # What the page hands to the downloads when something is pressed. way: how a Blob is read in the page.
  def saved(way = "text()")
    page.execute_script(<<~JS)
      window.saved = null;
      URL.createObjectURL = (blob) => { blob.#{way}.then((text) => { window.saved = text; }); return "blob:none"; };
    JS
    yield
    expect(page).to satisfy("save something") { 300.times.any? { page.evaluate_script("window.saved") || !sleep(0.1) } }
    page.evaluate_script("window.saved")
  end

  # Rows of a list, which says below what it was made from.
  def without_source(text)
    rows = CSV.parse(text, headers: true).to_a
    expect(rows.last.compact.join(" ")).to match(%r{\ASource Edition 1 \(SHA-256 \h{64}\).*; 2\d{3}-.* UTC; /})
    CSV.parse(text, headers: true).first(rows.size - 3)
  end

  it "exports records to those who may, and saves all people and rules of a list" do
    enter_as("cleo", at: "/records/outgoing-loan")
    expect(page).to have_css("tbody tr", minimum: 10)
    # Curators may not export loans: there is no other way to a file.
    expect(page).to have_no_button("CSV")
    click_button("Export ▾")
    find(".ant-dropdown-menu-item", text: "CSV").click
    expect(page).to have_text("You can’t export outgoing loans.")
    leave
    enter_as("tomas", at: "/records/outgoing-loan")
    expect(page).to have_css("tbody tr", minimum: 10)
    click_button("Export ▾")
    rows = CSV.parse(saved { find(".ant-dropdown-menu-item", text: "CSV").click })
    expect(rows.size - 1).to eq(Server::Record.where(record_type: "outgoing-loan").count)
    expect(rows[0]).to start_with("number", "unit")
    leave
    enter_as("mairin", at: "/people?within=role:registrar")
    expect(page).to have_css("tbody tr", count: 4)
    rows = without_source(saved { click_button("CSV") })
    expect(rows.map { |row| row["Name"] }).to match_array(all("tbody th a").map(&:text))
    visit("/rules?type=outgoing-loan")
    expect(page).to have_css(".rule-row", count: 38)
    rows = without_source(saved { click_button("CSV") })
    expect(rows.map { |row| row["Rule"] }).to eq(all(".rule-row .sentence").map { |each| each.text.strip })
  end

  it "saves a list as a workbook with the same cells" do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    expect(page).to have_css(".rule-row", count: 38)
    rows = CSV.parse(saved { click_button("CSV") })
    letters = "arrayBuffer().then((bytes) => String.fromCharCode(...new Uint8Array(bytes)))"
    bytes = saved(letters) { click_button("XLSX") }.codepoints.pack("C*")
    Tempfile.create(["rules", ".xlsx"], binmode: true) do |file|
      file.write(bytes)
      file.flush
      book = Roo::Excelx.new(file.path)
      found = (1..rows.size).map { |row| (1..rows[0].size).map { |column| book.cell(row, column).to_s } }
      # The source is of the moment in which each was saved.
      expect(found[..-2]).to eq(rows[..-2].map { |row| Array.new(rows[0].size) { |place| row[place].to_s } })
    end
  end

  it "saves the map as a picture with every cell, and with no colour left to a style sheet" do
    enter_as("mairin", at: "/map?type=outgoing-loan&actions=shown")
    expect(page).to have_css("td[aria-label^='Loan number, Registrar']")
    cells = all("td[role=gridcell]").map { |each| each["aria-label"] }
    picture = Nokogiri::XML(saved { click_button("SVG") }, &:strict).remove_namespaces!
    expect(picture.xpath("//g/title").map(&:text)).to match_array(cells)
    expect(picture.to_s).not_to include("var(")
  end
end
