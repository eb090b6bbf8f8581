# frozen_string_literal: true

RSpec.describe "The map" do
  before { enter_as("mairin", at: "/map?type=outgoing-loan") }

  it "moves by arrow keys, extends with Shift and opens the reasoning with Enter" do
    cell("Stage", "Registrar").click
    keys(:down, :right)
    expect(page.evaluate_script("document.activeElement.getAttribute('aria-label')")).to start_with(
      "Purpose, Loans Officer"
    )
    keys(%i[shift down], %i[shift right])
    expect(page).to have_css("td[aria-selected='true']", count: 4)
    expect(page).to have_button("Make a rule for 4 cells")
    keys(:escape, :enter)
    expect(page).to have_css("aside[aria-label='Reasoning']")
  end

  it "opens the reasoning with one click, and takes scattered cells, rows and sections into rules" do
    cell("Stage", "Registrar").click
    expect(page).to have_css("aside[aria-label='Reasoning'] h1", text: "Stage")
    cell("Purpose", "Courier").click(:control)
    cell("Item count", "Registrar").click(:control)
    expect(page).to have_css("td[aria-selected='true']", count: 3)
    expect(page).to have_button("Make 2 rules for 3 cells")
    cell("Purpose", "Courier").click(:control)
    expect(page).to have_button("Make a rule for 2 cells")
    find("button.heading", text: "Leaving date").click(:control)
    expect(page).to have_css("td[aria-selected='true']", minimum: 10)
    find("button.heading", text: "Leaving date").click
    expect(page).to have_button("cells, for everyone")
    find("button.heading", text: "Approval", match: :first).click(:control)
    click_button(text: /Make a rule for \d+ cells, for everyone/)
    fields = find("[data-part='line-0']").text
    expect(fields).to include("Leaving date", "Approver", "Approval date", "Director’s sign-off")
    expect(find("[aria-label='Audience'] label", text: "everyone").find("input", visible: :all)).to be_checked
  end

  it "takes scattered cells by keyboard: Control goes over them, the space bar takes one up or gives it back" do
    cell("Stage", "Registrar").click
    keys(%i[control down], %i[control down], :space)
    expect(page).to have_css("td[aria-selected='true']", count: 2)
    keys(%i[control right], :space)
    expect(page).to have_button("Make 2 rules for 3 cells")
    keys(:space)
    expect(page).to have_button("Make a rule for 2 cells")
    keys(%i[shift space])
    expect(page).to have_button("cells, for everyone")
  end

  it "tells why a cell is as it is, for each outcome, and links to the rule" do
    cell("Item count", "Loans Officer").double_click
    within("aside[aria-label='Reasoning']") do
      expect(page).to have_css("h1", text: "Item count")
      expect(page).to have_css(
        "button", text: /Read-only when Stage is Signed, Out or Returned; for example when Stage is \w+/
      )
      expect(page).to have_css(".ledger", text: "14 Signed loans keep their figures")
      find("[aria-label^='Outcomes'] button", text: "Editable").click
      expect(page).to have_css(".verdict", text: "Editable")
      click_button("Show 2 rules that do not apply, and why")
      expect(page).to have_text(/condition not met: Stage is Signed, Out or Returned/i)
      click_link("Signed loans keep their figures")
    end
    expect(page).to have_css("aside[aria-label='Rule'] .reads", text: "For everyone except Director")
  end

  it "keeps the question in the URL, through a reload and the back button" do
    choose_option("Mode", "viewing")
    expect(page).to have_current_path(/mode=view/)
    expect(page).to have_css("td[aria-label='Stage, Registrar: Read-only']")
    page.refresh
    expect(page).to have_css("td[aria-label='Stage, Registrar: Read-only']")
    page.go_back
    expect(page).to have_css("td[aria-label='Stage, Registrar: Required']")
  end

  it "decides for one record where one is named" do
    click_button("Record: any record")
    fill_in("Record number", with: "LN-0042")
    click_button("Use this record")
    expect(page).to have_css("td[aria-label='Leaving date, Loans Officer: Read-only']")
    click_button("Record: LN-0042")
    fill_in("Record number", with: "LN-9999")
    click_button("Use this record")
    expect(page).to have_text("there is no outgoing loan “LN-9999”")
  end

  it "puts single people and groups into the columns" do
    visit("/map?type=outgoing-loan&audiences=user:asha.brandt,group:insurance-circle")
    expect(cell_words("Unit value", "Insurance Circle")).to eq("Read-only")
    cell("Unit value", "Asha Brandt").double_click
    click_link("Rehearse the form as Asha Brandt")
    expect(page).to have_css("h1", text: "Asha Brandt")
  end

  it "has no barrier for assistive technology" do
    cell("Stage", "Registrar").double_click
    expect(page).to have_css(".ledger")
    expect_no_barrier
  end

  it "says what happened when a page breaks, and how to go on" do
    network = page.driver.browser.network
    network.intercept
    broken = true
    page
      .driver
      .browser
      .on(:request) do |request|
        if broken && request.url.include?("/api/map?")
          request.respond(
            body: "{\"record_type\":\"outgoing-loan\"}",
            responseHeaders: {
              "content-type" => "application/json"
            }
          )
        else
          request.continue
        end
      end
    visit("/map?type=outgoing-loan&mode=view")
    expect(page).to have_css("[role=alert] h1", text: "This page has stopped working")
    expect(page).to have_no_text("Hey developer")
    broken = false
    click_button("Reload")
    expect(page).to have_css("td[aria-label^='Stage, Registrar']")
  end
end
