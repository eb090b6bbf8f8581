# frozen_string_literal: true

RSpec.describe "Automations and programs" do
  def within_card(title, &block) = within("fieldset[aria-label='#{title}']", &block)

  # Picks from a select of a card.
  def pick(title, label, option)
    within_card(title) { find("[aria-label^='#{label}']").click }
    find(".ant-select-item-option", text: option, match: :prefer_exact).click
  end

  it "are edited a step at a time, and stand in the change set in words" do
    enter_as("mairin", at: "/changes?view=automations&policy=pending")
    click_button("Add an automation")
    expect(page).to have_text("Give each automation a title.")
    within_card("New automation") { fill_in("Title of the automation", with: "A new loan is greeted") }
    pick("A new loan is greeted", "Program it acts as", "Night runner")
    expect(page).to have_text("Add a step to A new loan is greeted.")
    pick("A new loan is greeted", "Add a step", "Set fields")
    expect(page).to have_text("Finish the steps of A new loan is greeted.")
    within_card("A new loan is greeted") { find("[aria-label^='Add a field of']").click }
    keys("Pack")
    find(".ant-select-item-option", text: "Packing").click
    within_card("A new loan is greeted") { fill_in("Value of Packing", with: "To be seen") }
    expect_no_barrier
    click_button("Save to change set")
    expect(page).to have_text("Saved to the change set")
    click_link("Change set")
    ["A new loan is greeted", "To be seen"].each { |words| expect(page).to have_text(words) }
    visit("/changes?view=automations&policy=in_force")
    expect(page).to have_field("Title of the automation", with: "An approved loan is checked", disabled: true)
    expect(page).to have_no_text("greeted")
  end
end
