# frozen_string_literal: true

require "pdf-reader"

# What comes out of a printer: all that is on the screen, over as many pages as it takes.
RSpec.describe "On paper" do
  # Text of each page, as the browser prints it.
  def printed(height: 11.69)
    file = Tempfile.new(["printed", ".pdf"])
    page.driver.browser.pdf(path: file.path, paper_width: 8.27, paper_height: height, encoding: :binary)
    PDF::Reader.new(file.path).pages.map { |each| each.text.gsub(/\s+/, " ") }
  ensure
    file&.close!
  end

  it "holds all 32 rules of a record type" do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    expect(page).to have_css(".rule-row", minimum: 32)
    titles = all(".rule-row .title").map { |title| title.text.strip }
    pages = printed
    expect(pages.size).to be > 1
    letters = ->(text) { text.gsub(/[^[:alnum:]]/, "") }
    text = letters.call(pages.join)
    expect(titles.reject { |title| text.include?(letters.call(title)) }).to eq([])
    expect(pages.join).not_to include("New rule")
  end

  it "repeats the heading of the map on each page, and holds all its rows" do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    expect(page).to have_css("td[aria-label^='Loan number, Registrar']")
    fields = all("tbody th[scope='row']").map(&:text)
    beyond = fields.index { |text| text.start_with?("Loan number") }
    pages = printed(height: 9)
    letters = ->(text) { text.gsub(/[^[:alnum:]]/, "") }
    # What the signs mean may stand on a page of its own behind the map.
    of_map = pages.map(&letters).select { |each| fields.any? { |field| each.include?(letters.call(field)) } }
    expect(of_map.size).to be > 1
    expect(of_map.drop(1)).to all(include("#{fields.size - beyond}fields15audiences"))
    expect(fields.reject { |field| of_map.join.include?(letters.call(field)) }).to eq([])
  end

  # What a page says in the places of a selector, and what of it is not on paper.
  def missing(selector)
    letters = ->(text) { text.gsub(/[^[:alnum:]]/, "") }
    said = all(selector).map { |each| each.text.lines.map(&:strip).reject(&:empty?) }.flatten
    expect(said).not_to be_empty
    text = letters.call(printed.join)
    said.reject { |line| text.include?(letters.call(line)) }
  end

  it "prints an open finding alone, with edition, day and number on each page, and nothing to press" do
    enter_as("mairin", at: "/findings?type=outgoing-loan")
    rows = all(".finding-row .body").map(&:text)
    find(".finding-row .body", text: rows.first).click
    expect(page).to have_css("aside.finding .lead", text: rows.first)
    letters = ->(text) { text.gsub(/[^[:alnum:]]/, "") }
    pages = printed(height: 3)
    text = letters.call(pages.join)
    expect(text).to include(letters.call(rows.first))
    expect(rows.drop(1).select { |row| text.include?(letters.call(row)) }).to eq([])
    expect(pages.size).to be > 1
    day = Time.now.utc.strftime("%Y-%m-%d")
    pages.each_with_index do |each, index|
      expect(each).to include("Edition 1", day, "#{index + 1} / #{pages.size}")
    end
    expect(text).not_to match(/Acceptwithareason|Close/)
  end

  it "holds an auditor's evidence, one press from the cell, the field and the person" do
    enter_as("xenia", at: "/map?type=outgoing-loan&cell=unit_value+role%3Aregistrar")
    2.times { |place| all(".ask [aria-expanded]")[place].click }
    expect(page).to have_css(".ask [aria-expanded=true]", count: 2)
    expect(page).to have_css(".ask li", minimum: 3)
    click_link("Evidence for Registrar")
    expect(page).to have_css("h1", text: "Unit value on Outgoing loan")
    expect(page).to have_css("section[aria-label=History] li")
    expect(missing(".evidence h1, .evidence .digest, .evidence .answers b, .evidence .rules-behind a")).to eq([])
    click_link("Everyone")
    expect(page).to have_css(".answers .names", minimum: 3)
    everyone = Server::PolicyStore.instance.directory.users.map(&:name)
    expect(everyone.reject { |name| page.has_css?(".answers .names", text: name) }).to eq([])
    visit("/people/ilka.fenn?type=outgoing-loan")
    click_link("Evidence")
    expect(page).to have_css(".rules-behind tbody tr", minimum: 3)
    expect(missing(".evidence .digest, .evidence .own-map th, .evidence .rules-behind a")).to eq([])
  end

  it "holds the reasoning beside the map, the findings with one that is open, a rule, changes, and a person's page" do
    enter_as("mairin", at: "/map?type=outgoing-loan&cell=loan_fee+role%3Afinance-partner")
    expect(page).to have_css("aside.reasoning .verdict")
    expect(missing("aside.reasoning .verdict, aside.reasoning .ledger")).to eq([])
    visit("/findings?type=outgoing-loan")
    expect(page).to have_css(".finding-row", minimum: 1)
    expect(missing(".finding-row .body")).to eq([])
    visit("/rules?type=outgoing-loan&rule=ol-costly-loans-name-a-courier")
    expect(page).to have_css(".reads b, .reads [role=button]")
    expect(missing("aside[aria-label=Rule] .reads")).to eq([])
    Server::PolicyEditor.new("Mairin").put("rule", "ol-fees-belong-to-finance", nil, if_match: :any)
    visit("/changes")
    expect(page).to have_css("table.ruled tbody tr", minimum: 1)
    expect(missing(".change-row b, table.ruled tbody th")).to eq([])
    visit("/people/asha.brandt")
    expect(page).to have_css(".own-map a", minimum: 20)
    expect(missing(".own-map th, section[aria-label='Rules that apply'] .title")).to eq([])
  end
end
