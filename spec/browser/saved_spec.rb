# frozen_string_literal: true

require "csv"

# Lists and pictures that are saved for elsewhere hold what the screen holds, and no more.
RSpec.describe "Saved for elsewhere" do
  # What the page hands to the downloads when something is pressed.
  def saved
    page.execute_script(<<~JS)
      window.saved = null;
      URL.createObjectURL = (blob) => { blob.text().then((text) => { window.saved = text; }); return "blob:none"; };
    JS
    yield
    expect(page).to satisfy("save something") { 40.times.any? { page.evaluate_script("window.saved") || !sleep(0.1) } }
    page.evaluate_script("window.saved")
  end

  it "saves all records as the person may see them, and all people and rules of a list" do
    enter_as("cleo", at: "/records/outgoing-loan")
    expect(page).to have_css("tbody tr", minimum: 10)
    text = saved { click_button("CSV") }
    rows = CSV.parse(text)
    expect(rows.size - 1).to eq(Server::Record.where(record_type: "outgoing-loan").count)
    expect(rows[0]).to eq(["Number", *all("thead th").map(&:text)])
    expect(text).to include("40,000 to 60,000").and(satisfy { |csv| !csv.include?("12,500") && !csv.include?("12500") })
    leave
    enter_as("mairin", at: "/people?within=role:registrar")
    expect(page).to have_css("tbody tr", count: 4)
    rows = CSV.parse(saved { click_button("CSV") }, headers: true)
    expect(rows.map { |row| row["Name"] }).to match_array(all("tbody th a").map(&:text))
    visit("/rules?type=outgoing-loan")
    expect(page).to have_css(".rule-row", count: 38)
    rows = CSV.parse(saved { click_button("CSV") }, headers: true)
    expect(rows.map { |row| row["Rule"] }).to eq(all(".rule-row .sentence").map { |each| each.text.strip })
  end

  it "saves the map as a picture with every cell, and with no colour left to a style sheet" do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    expect(page).to have_css("td[aria-label^='Loan number, Registrar']")
    cells = all("td[role=gridcell]").map { |each| each["aria-label"] }
    picture = Nokogiri::XML(saved { click_button("SVG") }, &:strict).remove_namespaces!
    expect(picture.xpath("//g/title").map(&:text)).to match_array(cells)
    expect(picture.to_s).not_to include("var(")
  end
end
