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
    pages = printed(height: 9)
    expect(pages.size).to be > 1
    expect(pages.drop(1).map { |each| each.delete(" ") }).to all(include("#{fields.size}fields15audiences"))
    text = pages.join.gsub(/[^[:alnum:]]/, "")
    expect(fields.reject { |field| text.include?(field.gsub(/[^[:alnum:]]/, "")) }).to eq([])
  end
end
