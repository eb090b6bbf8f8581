# frozen_string_literal: true

# Each part of a rule, changed where it stands, and the sentence that follows.
RSpec.describe "The parts of a rule" do
  def sentence = find(".reads").text
  def expect_sentence(text) = expect(page).to(have_css(".reads", text: text))

  before do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    find(".rule-row", text: "Staff see where mail goes").click
    expect_sentence(
      "For Curator and Finance Partner, in any mode of an outgoing loan: E-mail is masked (only the e-mail domain " \
      "kept)."
    )
  end

  it "changes the mask, with what it needs" do
    choose_option("Mask format", "keep the last characters")
    expect_sentence("E-mail is masked (only the last 3 characters kept).")
    find("[aria-label='Characters kept']").set("5")
    expect_sentence("only the last 5 characters kept")
    find("label", text: "can be replaced while masked").click
    expect_sentence("can be replaced while masked")
    choose_option("Mask format", "show a band")
    expect(page).to have_css(".fault", text: "the mask “band” does not suit E-mail, which is of kind text")
    click_button("Save to change set")
    expect(page).to have_no_css(".rule-row.on", text: "changed")
  end

  it "changes who it is for: more of them, exceptions, everyone" do
    find("[aria-label='Any of']").click
    keys("Courier")
    find(".ant-select-item-option", text: "Courier").click
    expect_sentence("For Curator, Finance Partner and Courier,")
    keys(:escape)
    find("[aria-label='Except']").click
    keys("Asha")
    find(".ant-select-item-option", text: "Asha Brandt").click
    expect_sentence("except Asha Brandt")
    find("[aria-label='Audience'] label", text: "everyone").click
    expect_sentence("For everyone except Asha Brandt, in any mode")
  end

  it "changes where and when it reaches" do
    find("[aria-label='Modes'] label", text: "viewing").click
    find("[aria-label='Channels']").click
    find(".ant-select-item-option", text: "through an import").click
    find("h1", text: "Edit rule").click
    expect_sentence("viewing an outgoing loan through an import")
    choose_option("Units", "Orrery Hall", typing: "Orrery")
    expect_sentence("viewing an outgoing loan through an import at Orrery Hall")
  end

  it "changes fields, with section, kind and a sample beside each name" do
    find("[aria-label='Fields']").click
    keys("Damage")
    option = find(".ant-select-item-option", text: "Damage notes")
    expect(option).to have_text("long text, confidential, like some lines of text")
    option.click
    expect_sentence("E-mail and Damage notes are masked")
  end

  it "says different things of different fields, by mouse" do
    click_button("Limit to some records")
    choose_option("Field compared", "Stage", typing: "Stage")
    click_button("Add a line for other fields")
    choose_option("Fields, line 2", "Director’s sign-off", typing: "Director")
    close_list
    become("required", label: "Become, line 2")
    click_button("Add a line for other fields")
    choose_option("Fields, line 3", "Loan fee", typing: "Loan fee")
    close_list
    become("locked", label: "Become, line 3")
    expect_sentence("Loan fee is locked")
    become("open", label: "Otherwise, line 3")
    expect_sentence(/; Director’s sign-off is required; Loan fee is locked; otherwise Loan fee is open\./)
    click_button("Remove line 2")
    expect_sentence(/kept\); Loan fee is locked; otherwise Loan fee is open\./)
    click_button("Undo")
    expect_sentence(/; Director’s sign-off is required; Loan fee is locked/)
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on", text: "Director’s sign-off is required; Loan fee is locked; otherwise")
  end

  it "turns into a guardrail with a rank of its own" do
    find("[aria-label='Kind of rule'] label", text: "guardrail").click
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on .rank", text: "G4")
  end

  it "is switched off and stays in the list" do
    find("label", text: "switched on").click
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on.off", text: "switched off, changed")
  end

  it "compares with a date, a person and another field" do
    click_button("Limit to some records")
    choose_option("Field compared", "Leaving date", typing: "Leaving")
    choose_option("Comparison", "is before")
    choose_option("Compare with", "looked up:")
    choose_option("Looked up", "Return date", typing: "Return")
    expect_sentence("when Leaving date is before Return date:")
    choose_option("Field compared", "Courier", typing: "Courier")
    choose_option("Comparison", "is")
    choose_option("Compare with", "the value")
    choose_option("Value", "Ilka Fenn", typing: "Ilka")
    expect_sentence("when Courier is Ilka Fenn:")
    click_button("Negate")
    expect_sentence("when Courier isn't Ilka Fenn (or is blank):")
    click_button("Remove the negation")
    click_button("Remove the comparison of Courier")
    expect(page).to have_button("Limit to some records")
  end
end
