# frozen_string_literal: true

RSpec.describe "Records" do
  it "shows each person the form the rules give, and only that" do
    enter_as("ilka", at: "/records/outgoing-loan/LN-0042?mode=edit")
    expect(form_field("borrower_contact")).to have_css(".masked-value", text: "I•••• M••••")
    expect(page).to have_no_css("[data-field='unit_value']")
    expect(page).to have_no_text("Ilse Marrow")
    expect(page).to have_no_link("Map")
  end

  it "keeps what can't be typed in out of the tab order" do
    enter_as("ilka", at: "/records/outgoing-loan/LN-0042?mode=edit")
    expect(page).to have_css(".form-row[data-field='borrower_telephone'] input")
    stops =
      page.evaluate_script(
        "[...document.querySelectorAll('.form-row')].filter((row) => row.querySelector(':is(input, textarea, " \
        "select, button, [tabindex]):not([tabindex=\"-1\"])')).map((row) => row.dataset.field)"
      )
    typed =
      page.evaluate_script(
        "[...document.querySelectorAll('.form-row')].filter((row) => ['editable', 'required', " \
        "'replace_only'].includes(row.dataset.level)).map((row) => row.dataset.field)"
      )
    expect(stops).to eq(typed)
    expect(typed).to include("borrower_telephone")
  end

  it "begins in the first open field" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    expect(page).to have_css("[data-field='stage'] input:focus", visible: :all)
  end

  it "saves a change, and shows it in the list" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Fenwick Hall Annexe")
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
    click_link("← Outgoing loans")
    expect(page).to have_css("tbody tr", text: "Fenwick Hall Annexe")
  end

  it "fits a telephone: the list, the form and the save are no wider than the window" do
    page.driver.resize(400, 800)
    enter_as("tomas", at: "/records/outgoing-loan")
    expect(page).to have_css("tbody tr", text: "LN-0042")
    wider = "document.documentElement.scrollWidth > 400"
    expect(page.evaluate_script(wider)).to be(false)
    visit("/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Fenwick Hall Annexe")
    expect(page.evaluate_script(wider)).to be(false)
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
  ensure
    page.driver.resize(1280, 887)
  end

  it "says before a save what it will not keep, and saves what the form shows" do
    enter_as("asha", at: "/records/outgoing-loan/LN-0042?mode=edit")
    within(form_field("stage")) { find("input").click }
    find(".ant-select-item-option", text: "Returned").click
    form_field("damage_notes").find("textarea").set("A scratch on the stern")
    within(form_field("stage")) { find("input").click }
    find(".ant-select-item-option", text: "Proposed").click
    expect(page).to have_css(
      "[role=status]",
      text: "Damage notes is hidden (Return details wait for the loan), so the typed value is not saved"
    )
    expect_no_barrier
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
    expect(Server::Record.find_by!(number: "LN-0042").values).to include("stage" => "proposed").and(
      satisfy { |values| values["damage_notes"].nil? }
    )
  end

  it "keeps what was typed through a refusal and a reload" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("item_count").find("input").set("many")
    click_button("Save")
    expect(page).to have_text("The record was not saved")
    expect(form_field("item_count")).to have_css(".field-fault", text: "Item count must be a whole number")
    page.refresh
    expect(form_field("item_count").find("input").value).to eq("many")
    click_button("Cancel")
    expect(form_field("item_count")).to have_text("4")
  end

  it "says so when somebody else saved first, and keeps mine on top of theirs" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Mine")
    expect(page).to have_text("Unsaved")
    desk = Server::RecordDesk.new(Server::Visitor.new("asha.brandt"))
    desk.update(
      "outgoing-loan", "LN-0042", { "purpose" => "research" },
      if_match: Server::Record.find_by(number: "LN-0042").etag, by: "Asha"
    )
    click_button("Save")
    expect(page).to have_text("Someone else saved this record after you opened it.")
    click_button("Compare changes")
    expect(find("table[aria-label='Their changes and yours']")).to have_text(/Purpose.*Research/m)
    click_button("Continue with these")
    expect(form_field("purpose")).to have_text("Research")
    expect(form_field("borrower").find("input").value).to eq("Mine")
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
  end

  it "finds people by name, and goes on showing the one chosen" do
    enter_as("asha", at: "/records/outgoing-loan/LN-0042?mode=edit")
    expect(form_field("courier")).to have_text("Ilka Fenn")
    form_field("courier").find(".ant-select").click
    keys("otto")
    find(".ant-select-item-option", text: "Otto Brightwater").click
    expect(form_field("courier")).to have_text("Otto Brightwater")
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
    expect(form_field("courier")).to have_text("Otto Brightwater")
  end

  it "says why a field is locked and who could change it, and reads numbers as people write them" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    click_button("Leaving date is locked: why?")
    expect(form_field("leaving_date")).to have_text(/Leaving date holds once approved\. .* can edit it/)
    click_button(text: /Show why \d+ fields are locked/)
    expect(page).to have_css(".remark.shut", text: "locked Sign-off is the director’s.")
    expect_no_barrier
    leave
    enter_as("asha", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("unit_value").find("input").set("1 000,50")
    form_field("object").find("input").set("TL-99")
    click_button("Save")
    expect(form_field("object")).to have_css(".field-fault", text: "there is no record “TL-99” to refer to")
    form_field("object").find("input").set("TL-1052")
    find(".ant-select-item-option", text: "TL-10526").click
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
    expect(form_field("unit_value")).to have_text("1,000.50")
  end

  it "creates a record by the rules for creating" do
    enter_as("asha", at: "/records/study-visit/new")
    form_field("visitor_name").find("input").set("Anneke Dray")
    click_button("Save")
    expect(page).to have_css(".notice", text: "Topic is required")
    form_field("topic").find("input").set("Salt glazes")
    click_button("Save")
    expect(page).to have_text("SV-0031 is saved")
  end

  it "finds, sorts and pages with what the person may see" do
    enter_as("asha", at: "/records/outgoing-loan")
    fill_in("Find records", with: "glass quay")
    expect(page).to have_css(
      "tbody tr",
      count:
        Server::Record.where(record_type: "outgoing-loan").count { |record| record.values["borrower"] == "Glass Quay" }
    )
    click_button("Leaving date")
    expect(page).to have_css("th[aria-sort='ascending']", text: "Leaving date")
  end

  it "has no barrier for assistive technology" do
    enter_as("ilka", at: "/records/outgoing-loan/LN-0042?mode=edit")
    expect(page).to have_css(".form-row")
    expect_no_barrier
    visit("/records/outgoing-loan")
    expect(page).to have_css("tbody tr")
    expect_no_barrier
  end
end
