# frozen_string_literal: true

RSpec.describe "A session that ends in the middle of work" do
  def end_all_sessions = Server::Session.find_each(&:destroy!)

  it "leads to the door and back to the same page, with the unsaved edit" do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    find(".rule-row", text: "Fees belong to Finance").click
    fill_in("Title", with: "Half written")
    expect(page).to have_button("Keep in change set", disabled: false)
    end_all_sessions
    click_button("Keep in change set")
    expect(page).to have_field("Sign-in name")
    pass_the_door("mairin")
    expect(page).to have_field("Title", with: "Half written")
    click_button("Keep in change set")
    expect(page).to have_css(".rule-row.on", text: "Half written")
  end

  it "keeps what was typed into a record" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Half typed")
    expect(page).to have_text("not saved")
    end_all_sessions
    click_button("Save")
    expect(page).to have_field("Sign-in name")
    pass_the_door("tomas")
    expect(form_field("borrower").find("input").value).to eq("Half typed")
    click_button("Save")
    expect(page).to have_text("LN-0042 is saved")
  end

  it "shows one person nothing that was fetched for another" do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    expect(page).to have_css("td[aria-label^='Stage, Registrar']")
    leave
    enter_as("ilka")
    expect(page).to have_css("h1", text: "Outgoing loans")
    expect(page).to have_no_css("table.map")
    visit("/map?type=outgoing-loan")
    expect(page).to have_css("h1", text: "Outgoing loans")
  end
end
