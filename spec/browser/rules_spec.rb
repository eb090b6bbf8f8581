# frozen_string_literal: true

RSpec.describe "Rules" do
  def open_rule(title)
    find(".rule-row", text: title).click
    expect(page).to have_field("Title", with: title)
  end

  before { enter_as("mairin", at: "/rules?type=outgoing-loan") }

  it "never loses an unsaved edit, by clicking elsewhere or by a reload" do
    open_rule("Fees belong to Finance")
    fill_in("Title", with: "Fees are Finance’s")
    click_link("People")
    expect(page).to have_css("h1", text: "People")
    visit("/rules?type=outgoing-loan")
    expect(page).to have_css(".rule-row", text: "unsaved edit")
    find(".rule-row", text: "Fees belong to Finance").click
    expect(page).to have_field("Title", with: "Fees are Finance’s")
    click_button("Discard draft")
    expect(page).to have_field("Title", with: "Fees belong to Finance")
    expect(page).to have_no_text("unsaved edit")
  end

  it "writes a condition without code and reads it back as a sentence" do
    open_rule("Fees belong to Finance")
    click_button("Limit to some records")
    choose_option("Field compared", "Stage")
    choose_option("Comparison", "is one of")
    choose_option("Values", "Signed")
    keys(:escape)
    expect(page).to have_css(".reads", text: "when Stage is Enquiry or Signed")
    click_button("and …")
    choose_option("Join", "any of these holds")
    expect(page).to have_css(".reads", text: "Stage is Enquiry or Signed or ")
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on", text: "when Stage is Enquiry or Signed or")
    expect(page).to have_css(".rule-row.on", text: "changed")
  end

  it "finds rules by what they reach, from the list and from a field" do
    visit("/rules?type=outgoing-loan")
    fill_in("Find in rules", with: "Loan fee")
    expect(page).to have_css(".rule-row", count: 5)
    find(".ant-select-item-option", text: "Loan fee", match: :first).click
    expect(page).to have_css("[role='status']", text: /Rules that apply to Loan fee of Outgoing loan: \d+ of \d+/)
    expect(page).to have_css(".rule-row", text: /Signed loans keep their figures\s*names it\s*Result: locked/)
    find(".rule-row", text: "Signed loans keep their figures").click
    expect(page).to have_css("aside[aria-label='Rule']", text: "Edit rule")
    click_button("show all rules")
    expect(page).to have_css(".rule-row", minimum: 30)
    visit("/catalogue?type=study-visit")
    click_link("Rules that apply to Safeguarding notes")
    expect(page).to have_css("[role='status']", text: "Rules that apply to Safeguarding notes of Study visit")
  end

  it "lists only what the question's mode and audiences leave, and says so" do
    enter_as("mairin", at: "/rules?type=outgoing-loan&mode=list&audiences=role:courier")
    policy = Server::PolicyStore.instance.pending.policy
    courier = Server::PolicyStore.instance.directory.bare(:role, "courier")
    own = policy.rules_of("outgoing-loan").select do |rule|
      rule.audience.match?(courier) && (rule.reach.modes.empty? || rule.reach.modes.include?("list"))
    end
    expect(page).to have_css("[role=status]", text: /Only the \d+ of 38 that reach listing and the audience chosen/)
    told = all(".rule-row .title").map { |title| title.text.strip }
    expect(told).to include(*own.map(&:title))
    expect(told.size).to be < 32
    click_button("show all rules")
    expect(page).to have_css(".rule-row", count: 38)
  end

  it "offers to leave out records in which something is blank" do
    enter_as("mairin", at: "/rules?type=outgoing-loan&rule=ol-costly-loans-name-a-courier")
    click_button("Negate")
    expect(page).to have_css(".hint", text: "Where Insured total is blank, this is true too.")
    click_button("exclude blanks")
    expect(page).to have_css(".reads",
                             text: "Insured total is less than 50,000.00 (or is blank) and Insured total is filled")
    expect(page).to have_no_css(".hint", text: "Where Insured total is blank")
  end

  it "says what is missing, and does not take a blank audience for everyone" do
    click_button("New rule")
    expect(page).to have_text("Incomplete: some parts are missing")
    expect(page).to have_no_css(".fault")
    fill_in("Title", with: "A first rule")
    click_button("Save to change set")
    expect(page).to have_text("Choose an audience, or everyone.")
    find("[aria-label='Audience'] label", text: "everyone").click
    expect(page).to have_no_text("Choose an audience")
    expect(page).to have_text("Choose what happens to the fields.")
  end

  it "reads a rule from its first part on, takes one to what is missing, and gives it a title" do
    click_button("New rule")
    find("[aria-label='Modes'] label", text: "editing").click
    expect(page).to have_css(".reads", text: /For whom\?, editing an outgoing loan: which fields\? become what\?/)
    find(".reads .blank", text: "which fields?").click
    keys("Packing", :enter)
    find(".reads .blank", text: "whom?").click
    choose_option("Any of", "Courier", typing: "Cour")
    expect(page).to have_css(".reads", text: "For Courier, editing an outgoing loan: Packing is what?")
    find("[aria-label='Become']").click
    keys("grey out")
    find(".ant-select-item-option", text: "locked (grey out)").click
    close_list
    expect(page).to have_css("[aria-label='Who this affects'] li", text: /no longer edit Packing/)
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on", text: "Packing locked for Courier")
  end

  it "shows both versions to the second of two administrators" do
    open_rule("Fees belong to Finance")
    fill_in("Title", with: "Mine")
    store = Server::PolicyEditor.new("Dorian")
    other =
      Server::PolicyStore.instance.pending.document["rules"].find { |rule| rule["id"] == "ol-fees-belong-to-finance" }
    store.put("rule", other["id"], other.merge("title" => "Theirs"), if_match: :any)
    click_button("Save to change set")
    expect(page).to have_css(".ant-modal", text: "Theirs, now in the change set: Theirs")
    expect(page).to have_css(".ant-modal", text: "Yours, not saved yet: Mine")
    click_button("Use mine")
    expect(page).to have_css(".rule-row.on", text: "Mine")
  end

  it "removes a rule, and Changes takes it back" do
    open_rule("Fees belong to Finance")
    click_button("Remove rule")
    find(".ant-popconfirm button", text: "Remove").click
    expect(page).to have_no_css(".rule-row", text: "Fees belong to Finance")
    click_link("Changes")
    expect(page).to have_css(".change-row", text: "removed")
    click_button("Remove edit")
    expect(page).to have_text("No edits yet.")
  end

  it "says days and amounts as the reader's locale writes them" do
    page.driver.browser.page.command("Emulation.setLocaleOverride", locale: "de-DE")
    visit("/rules?type=outgoing-loan&rule=ol-costly-loans-name-a-courier")
    expect(page).to have_css("aside .reads", text: "50.000")
    visit("/rules?type=conservation-job&rule=cj-tercentenary-reads-proposals")
    expect(page).to have_css("aside .reads", text: "31. Dez. 2026")
    fill_in("Find in rules", with: "31. Dez. 2026")
    expect(page).to have_css(".rule-row", count: 1)
  end

  it "lets the auditor read and not write" do
    leave
    enter_as("xenia", at: "/rules?type=outgoing-loan")
    find(".rule-row", text: "Fees belong to Finance").click
    expect(page).to have_css("aside[aria-label='Rule'] .reads", text: "For Finance Partner")
    expect(page).to have_no_button("Save to change set")
    expect(page).to have_field("Title", disabled: true)
  end

  it "has no barrier for assistive technology" do
    open_rule("Costly loans name a courier")
    expect_no_barrier
  end
end
