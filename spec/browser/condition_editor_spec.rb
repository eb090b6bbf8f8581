# frozen_string_literal: true

# Nested conditions by mouse and by keyboard, and all that a rule can do beside showing and hiding.
RSpec.describe "Conditions and effects of every kind" do
  def expect_sentence(text) = expect(page).to(have_css(".reads", text: text))

  before do
    enter_as("mairin", at: "/rules?type=study-visit")
    find(".rule-row", text: "Safeguarding with trained supervisors").click
    expect_sentence(
      "when Supervisor isn't a member of Safeguarding-Trained (or is blank): " \
      "Safeguarding notes and Visitor’s age are hidden."
    )
  end

  it "nests, moves by keyboard, copies into another rule and takes edits back" do
    all("button", text: "or …").last.click
    within(all("[data-place='1']").last) { choose_inside("Field compared", "Visitor’s age", "Visitor’s") }
    expect_sentence("when Supervisor isn't a member of Safeguarding-Trained (or is blank) or Visitor’s age is filled:")
    all("[data-place='1'] input").first.send_keys(%i[alt up])
    expect_sentence("when Visitor’s age is filled or Supervisor isn't a member of Safeguarding-Trained (or is blank):")
    find("[data-place='0']").hover
    click_button("Move the comparison of Visitor’s age down")
    expect_sentence("when Supervisor isn't a member of Safeguarding-Trained (or is blank) or Visitor’s age is filled:")
    find("[data-place='0']").hover
    click_button("Copy the opposite")
    click_button("Undo")
    expect_sentence("when Visitor’s age is filled or Supervisor isn't a member of Safeguarding-Trained (or is blank):")
    click_button("Redo")
    expect_sentence("when Supervisor isn't a member of Safeguarding-Trained (or is blank) or Visitor’s age is filled:")
    find(".rule-row", text: "Answering visitors").click
    click_button("Paste")
    expect_sentence("when Supervisor isn't a member of Safeguarding-Trained (or is blank): E-mail is shown.")
  end

  it "offers only what suits, by name, and says both halves" do
    choose_option("Field compared", "the network", typing: "the network")
    find("[aria-label='Comparison']").click
    expect(all(".ant-select-item-option").map(&:text)).to eq(["is within"])
    keys(:escape)
    choose_option("Field compared", "Date", typing: "Date")
    choose_option("Comparison", "is within the next")
    find("[aria-label='Days']").set("14")
    expect_sentence("when Date isn't within the next 14 days (or is blank):")
    become("required", label: "Otherwise")
    expect_sentence("are hidden; otherwise required.")
    click_button("Swap become and otherwise")
    expect_sentence("are required; otherwise hidden.")
    find("[aria-label='Timing'] label", text: "when the form opens").click
    expect_sentence("when the form opens Date isn't within the next 14 days (or is blank):")
  end

  it "takes edits back from the keyboard" do
    become("required")
    expect_sentence("are hidden and required.")
    find("[aria-label='Become']").send_keys([:control, "z"])
    expect_sentence("are hidden.")
  end

  it "limits a rule to a window, and gives, suggests and refuses values" do
    click_button("Limit to certain times")
    expect(all("[aria-label='Weekdays'] input", visible: :all).select(&:checked?)).to be_empty
    fill_in("Hours from", with: "08:00")
    expect_sentence("between 08:00 and 18:00 (Europe/London)")
    find("[aria-label='Weekdays'] label", text: "sat").click
    expect_sentence("on Saturday between 08:00 and 18:00 (Europe/London)")
    click_button("Remove the time limit")
    find("[aria-label='Hidden value, Become'] label", text: "cleared (").click
    expect_sentence("are hidden (and cleared).")
    find("[aria-label='Hidden value, Become'] label", text: "cleared at once").click
    expect_sentence("are hidden (and cleared at once).")
    become("refused on save")
    fill_in("Message", with: "Ask Visitors first")
    expect_sentence("refused on save with “Ask Visitors first”.")
    become("set to a value")
    fill_in("Value given", with: "see file")
    expect(page).to have_css(".fault", text: "Visitor’s age must be a whole number")
  end

  it "says what keeping the rule does to whom, and where its title no longer fits" do
    fill_in("Title", with: "Supervisor locked")
    expect(page).to have_css(".hint", text: "The title mentions locking, but the rule doesn’t do that.")
    become("shown")
    expect(page).to have_css(
      "section[aria-label='Who this affects'] li",
      text: /sees? more of .*Safeguarding notes.* of a study visit/
    )
  end

  def choose_inside(label, option, typing)
    find("[aria-label='#{label}']").click
    keys(typing)
    page.document.find(".ant-select-item-option", text: option, match: :first).click
  end
end
