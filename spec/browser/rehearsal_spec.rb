# frozen_string_literal: true

RSpec.describe "Rehearsal" do
  before { enter_as("mairin", at: "/rehearsal?type=outgoing-loan&as=tomas.reyl&record=LN-0042") }

  def level(id) = form_field(id)["data-level"]

  it "answers each change at once, and back again" do
    expect(page).to have_css(".form-row[data-field='item_count'][data-level='editable']")
    expect(page).to have_no_css("[data-field='condition_back']")
    pick_stage("Returned")
    expect(page).to have_css(".form-row[data-field='item_count'][data-level='read_only']")
    expect(page).to have_css(".form-row[data-field='condition_back'][data-level='editable']")
    click_button("Start over")
    expect(page).to have_no_css("[data-field='condition_back']")
    expect(page).to have_css(".form-row[data-field='item_count'][data-level='editable']")
  end

  it "shows where hidden fields would stand, only when asked" do
    expect(page).to have_no_css("[data-level='hidden']")
    find("label", text: "Show hidden").click
    expect(page).to have_css(".form-row[data-field='unit_value'] .ghost-value", text: "hidden from Tomas Reyl")
    expect(page).to have_current_path(/ghosts=yes/)
  end

  it "tells why, for what is typed and not only for what is stored" do
    pick_stage("Signed")
    click_button("Why is Item count so?")
    expect(page).to have_css("aside[aria-label='Reasoning'] .ledger", text: "Signed loans keep their figures")
    expect(page).to have_css("aside[aria-label='Reasoning'] .verdict", text: "Read-only")
  end

  it "tries the save and shows each refusal at its field" do
    form_field("policy_number").find("input").set("")
    click_button("Test saving")
    expect(page).to have_text("A save by Tomas Reyl would be refused")
    expect(form_field("policy_number")).to have_css(".field-fault", text: "Policy number is required")
    expect(Server::Record.find_by(number: "LN-0042").values["policy_number"]).to eq("HX-20931")
  end

  it "has no barrier for assistive technology" do
    find("label", text: "Show hidden").click
    expect(page).to have_css(".ghost-value")
    expect_no_barrier
  end

  def pick_stage(name)
    form_field("stage").find(".ant-select").click
    find(".ant-select-item-option", text: name).click
  end

  it "marks what is made up, because whoever rehearses may not see it" do
    visit("/rehearsal?type=outgoing-loan&as=asha.brandt&record=LN-0042&policy=in_force")
    expect(page).to have_css(
      "[role=note]", text: "values are made up, because you can’t see the stored ones yourself: Borrower contact"
    )
    expect(form_field("borrower_contact")).to have_text("made up")
    expect(page).to have_no_text("Ilse Marrow")
    expect(form_field("borrower").find("input").value).to eq("Fenwick Hall Gallery")
    # A stored record is not met by creating.
    visit("/rehearsal?type=outgoing-loan&as=asha.brandt&record=LN-0042&mode=create&policy=in_force")
    expect(page).to have_text("a blank outgoing loan")
  end

  it "makes a rule for a field with the question filled in, and names who the form is for" do
    visit("/rehearsal?type=outgoing-loan")
    expect(page).to have_current_path(/as=.+mode=create|mode=create.+as=/)
    visit("/rehearsal?type=outgoing-loan&as=ilka.fenn&record=LN-0042&mode=edit")
    click_button("Why is Purpose so?")
    click_button("Make a rule for this field in every mode")
    expect(page).to have_css("aside[aria-label=Rule]")
    expect(page).to have_field("Title", with: "Purpose")
    become("hidden")
    expect(page).to have_css(".reads", text: "For Courier, in any mode of an outgoing loan: Purpose is hidden.")
    find("[aria-label='Modes'] label", text: "editing").click
    told = "Purpose is hidden only while editing: Courier can still see it while creating, viewing and listing."
    expect(page).to have_css(".hint", text: told)
    click_button("apply in every mode")
    expect(page).to have_no_css(".hint", text: told)
  end
end
