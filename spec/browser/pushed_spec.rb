# frozen_string_literal: true

require "net/http"
require_relative "../support/scim_client"

# What an identity provider pushes, from the token to the map that follows.
RSpec.describe "Pushed by identity providers" do
  def provider(secret)
    ScimClient.new(secret) do |verb, path, headers, body|
      uri = URI("#{CopiedServer.address}/scim/v2#{path}")
      request = Net::HTTP.const_get(verb.capitalize).new(uri, headers)
      request.body = body
      answer = Net::HTTP.start(uri.host, uri.port) { |http| http.request(request) }
      [answer.code.to_i, answer.to_hash.transform_values(&:first), answer.body]
    end
  end

  # A token for a provider, as an administrator makes it.
  def add_provider
    enter_as("mairin", at: "/people")
    click_link("Pushed")
    click_button("Add an identity provider")
    fill_in("Name", with: "Staff register")
    expect(page).to have_css(".ant-select-selection-item", text: "Restricted")
    click_button("Create token")
    provider(find(".secret").text)
  end

  # What the person's own map says of a field while viewing.
  def viewing(field) = find(".own-map a[aria-label^='#{field}, viewing']", match: :first)["aria-label"]

  it "takes a role away, is held back, signed by somebody else, and the map follows" do
    scim = add_provider
    find(".ant-modal").click_button("Close", class: "ant-btn")
    reply = scim.patch("/Users/alba.trent", { "op" => "remove", "path" => "roles[value eq \"curator\"]" })
    expect(reply["roles"].map { |role| role["value"] }).to eq(["loans-officer"])

    # An open page follows what was pushed. Who made the token does not sign.
    within("article[aria-label='Alba Trent']") do
      expect(page).to have_text("loses the role Curator")
      expect(page).to have_text("You made this provider’s token, so someone else must sign")
      expect(page).to have_button("Sign for Alba Trent", disabled: true)
    end
    expect(page).to have_css("nav .count", text: "1")
    expect(page).to have_css("table.ruled td", text: "Held back: Alba Trent")
    expect_no_barrier

    visit("/people/alba.trent?type=outgoing-loan")
    expect(viewing("E-mail")).to include("Masked")
    enter_as("yusuf", at: "/pushed")
    within("article[aria-label='Alba Trent']") do
      expect(page).to have_text("Alba Trent sees more of E-mail of an outgoing loan while viewing or listing")
      click_button("Sign for Alba Trent")
    end
    expect(page).to have_text("Nothing waits")
    expect(page).to have_css("table.ruled .tag", text: "Signed: Alba Trent")
    visit("/people/alba.trent?type=outgoing-loan")
    expect(viewing("E-mail")).to end_with("Read-only")
  end

  it "says what a push that opens nothing did, and turns another down" do
    scim = add_provider
    find(".ant-modal").click_button("Close", class: "ant-btn")
    scim.patch("/Users/milo.strand", { "op" => "replace", "path" => "active", "value" => false })
    expect(page).to have_css("table.ruled td", text: "User Milo Strand: ")
    expect(page).to have_css("table.ruled td", text: "loses the role Volunteer")
    scim.create("/Users", "userName" => "pia", "displayName" => "Pia Vance", "roles" => [{ "value" => "registrar" }])
    enter_as("zora", at: "/pushed")
    click_button("Turn down Pia Vance")
    find(".ant-popover").click_button("Turn down", exact: true)
    expect(page).to have_text("Nothing waits")
    expect(scim.get("/Users/pia").status).to eq(404)
    visit("/journal?topic=people")
    expect(page).to have_css("td", text: "turned down what was pushed for Pia Vance")
  end
end
