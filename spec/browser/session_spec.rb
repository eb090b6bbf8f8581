# frozen_string_literal: true

RSpec.describe "A session that ends in the middle of work" do
  def end_all_sessions = Server::Session.find_each(&:destroy!)

  # Presses a button where it still stands: what the page asks by itself may have led to the door already.
  def press(label)
    page.execute_script(<<~JS, label)
      [...document.querySelectorAll("button")].find((each) => each.textContent === arguments[0])?.click();
    JS
  end

  it "leads to the door and back to the same page, with the unsaved edit" do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    find(".rule-row", text: "Fees belong to Finance").click
    fill_in("Title", with: "Half written")
    expect(page).to have_button("Save to change set", disabled: false)
    end_all_sessions
    press("Save to change set")
    expect(page).to have_field("Sign-in name")
    pass_the_door("mairin")
    expect(page).to have_field("Title", with: "Half written")
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on", text: "Half written")
  end

  it "leaves the page as it was behind the door, with what stood in a dialog" do
    enter_as("mairin", at: "/catalogue?state=pending")
    click_button("New record type")
    expect(page).to have_css(".ant-modal input:focus")
    keys("Frame order")
    end_all_sessions
    press("Add to change set")
    expect(page).to have_text("Your session has ended. What you entered is still there")
    expect(page).to have_no_css(".ant-modal")
    expect(page).to have_no_text("Outgoing loan")
    fill_in("Password", with: Server::DemoData::PASSWORD)
    click_button("Sign in")
    expect(page).to have_css(".ant-modal")
    click_button("Add to change set")
    expect(page).to have_css("h1", text: "Frame order")
  end

  it "keeps what was typed into a record" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Half typed")
    expect(page).to have_text("Unsaved")
    end_all_sessions
    press("Save")
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

  def kept_in_browser
    page.evaluate_script(
      "Object.entries({ ...sessionStorage, ...localStorage }).map((pair) => pair.join(' ')).join('\\n')"
    )
  end

  it "leaves no value in the browser once somebody has signed out, and nothing of theirs to the next" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Half typed")
    expect(page).to have_text("Unsaved")
    expect(kept_in_browser).to include("Half typed", "Fenwick Hall Gallery")
    leave
    expect(kept_in_browser).not_to match(/Half typed|Fenwick/)
    enter_as("tomas", at: "/records/outgoing-loan/LN-0042?mode=edit")
    form_field("borrower").find("input").set("Typed by Tomas")
    expect(page).to have_text("Unsaved")
    # The session runs out, and someone else comes in by the same tab.
    end_all_sessions
    press("Save")
    pass_the_door("asha")
    expect(page).to have_button("Sign out")
    visit("/records/outgoing-loan/LN-0042?mode=edit")
    expect(form_field("borrower").find("input").value).to eq("Fenwick Hall Gallery")
    expect(kept_in_browser).not_to include("Typed by Tomas")
  end

  it "lets people change their own password" do
    enter_as("asha", at: "/records")
    click_button("Asha Brandt: change your password")
    fill_in("Current password", with: "wrong")
    fill_in("New password, at least 10 characters", with: "another lantern")
    click_button("Change password")
    expect(page).to have_css("[role=alert]", text: "That is not your password")
    expect_no_barrier
    fill_in("Current password", with: Server::DemoData::PASSWORD)
    click_button("Change password")
    expect(page).to have_text("Password changed")
    expect(Server::Account.named("asha").authenticate("another lantern")).to be_truthy
  end
end
