# frozen_string_literal: true

# Forms for audiences, formulas and paths, edited in the Catalogue; records under them.
RSpec.describe "Forms for audiences" do
  it "are edited with a preview of what somebody gets, and kept in the change set" do
    enter_as("mairin", at: "/catalogue?type=study-visit&view=forms&as=esme.thackeray")
    expect(page).to have_css(".preview", text: "Esme Thackeray gets the desk form.")
    click_button("Remove Topic from the form")
    expect(page).to have_no_css(".preview [data-field='topic']")
    choose_option("Add a field to The visitor asks", "Decision", typing: "Decision")
    click_button("Move E-mail up")
    expect(page).to have_css(".preview .form-row:first-of-type[data-field='visitor_email']")
    visit("/catalogue?type=study-visit&view=forms&as=esme.thackeray")
    expect(page).to have_text("Unsaved draft (stored in this browser)")
    click_button("Save to change set")
    expect(page).to have_text("Saved to the change set")
    visit("/rehearsal?type=study-visit&as=esme.thackeray&record=SV-0003")
    expect(page).to have_css(".form-row[data-field='visitor_email']")
    expect(page).to have_no_css(".form-row[data-field='topic']")
    expect_no_barrier
  end

  it "say what is wrong with a form and with a formula, and keep nothing of it" do
    enter_as("mairin", at: "/catalogue?type=study-visit&view=forms")
    find(".form-tabs button", text: "Full form").click
    click_button("Remove this form")
    expect(page).to have_css(".type-bar .faults", text: "one form must be the fallback")
    expect(page).to have_button("Save to change set", disabled: true)
    click_button("Discard draft")
    visit("/catalogue?type=outgoing-loan")
    click_button("Edit the formula of Insured total")
    fill_in("Formula of Insured total", with: "item_count * insured_total")
    expect(page).to have_css(
      ".type-bar .faults", text: "formulas name each other in a ring: insured_total -> insured_total"
    )
    expect_no_barrier
  end

  it "give stages to a record type" do
    enter_as("mairin", at: "/catalogue?type=collection-object&view=path")
    choose_option("Stage field", "Display status", typing: "Display")
    choose_option("Fields of On display", "Weight", typing: "Weight")
    expect(page).to have_css(".preview .stages li", count: 4)
    expect_no_barrier
  end

  it "meet record users: a short one at the desk, suggestions taken and dismissed for good" do
    enter_as("esme", at: "/records/study-visit/SV-0003?mode=edit")
    expect(all(".form-row").map { |row| row["data-field"] }).to eq(
      %w[visitor_name visitor_email topic object_wished visit_date]
    )
    leave
    Server::Record
      .find_by(number: "SV-0003")
      .tap { |record| record.values = record.values.except("supervisor").merge("decision" => "open") }
      .save!
    enter_as("cleo", at: "/records/study-visit/SV-0003?mode=edit")
    click_button("Dismiss Cleo Marchetti for Supervisor")
    expect(page).to have_no_css(".offer")
    visit("/records/study-visit/SV-0003?mode=edit")
    expect(page).to have_css(".form-row[data-field='supervisor']")
    expect(page).to have_no_css(".offer")
    expect(Server::Dismissal.count).to eq(1)
  end

  it "show what somebody else saved meanwhile beside what was typed, and let one choose" do
    enter_as("asha", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("packing").find("textarea").set("Crate 9")
    form_field("insurer").find("input").set("Mine Mutual")
    record = Server::Record.find_by(number: "LN-0042")
    record.values = record.values.merge("packing" => "Crate 5", "item_count" => 3)
    record.update!(version: record.version + 1)
    click_button("Save")
    click_button("Compare changes")
    told = find("table[aria-label='Their changes and yours']")
    ["Crate 5", "Crate 9", "Item count", "Mine Mutual"].each { |text| expect(told).to have_text(text) }
    find("[aria-label='Whose Packing counts'] label", text: "theirs").click
    click_button("Continue with these")
    expect(form_field("packing").find("textarea").value).to eq("Crate 5")
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
    expect(record.reload.values).to include("packing" => "Crate 5", "insurer" => "Mine Mutual", "item_count" => 3)
  end
end
