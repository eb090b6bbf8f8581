# frozen_string_literal: true

RSpec.describe "Sign-ins" do
  it "lets a person of the directory in, who then meets records and nothing else" do
    enter_as("mairin", at: "/people")
    click_button("Sign-ins")
    choose_option("Person of the directory", "Greta Moss", typing: "greta")
    expect(page).to have_field("Name", with: "Greta Moss")
    fill_in("Initial password, at least 10 characters", with: Server::DemoData::PASSWORD)
    within(".sign-in-form") { click_button("Add") }
    expect(page).to have_css("[aria-label='Sign-ins'] tr", text: "greta.moss")
    expect_no_barrier
    find(".ant-modal-footer button", text: "Close").click
    leave
    enter_as("greta.moss")
    expect(page).to have_css("h1", text: "Outgoing loans")
    expect(page).to have_no_link("Map")
  end

  it "says what is wrong with a sign-in, and keeps what was typed" do
    enter_as("mairin", at: "/people")
    click_button("Sign-ins")
    within(".sign-in-form") do
      fill_in("Sign-in name", with: "asha")
      fill_in("Name", with: "Another Asha")
      fill_in("Initial password, at least 10 characters", with: Server::DemoData::PASSWORD)
    end
    within(".sign-in-form") { click_button("Add") }
    expect(page).to have_css("[role=alert]", text: "Login has already been taken")
    expect(page).to have_field("Name", with: "Another Asha")
  end
end
