# frozen_string_literal: true

# The same done to several rules, and one rule made from another.
RSpec.describe "Rules taken together" do
  def rules = Server::PolicyStore.instance.pending.document["rules"]

  it "are given another audience, ten at once, after reading what that does" do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    named = rules.select do |rule|
      rule["record_type"] == "outgoing-loan" && rule["audience"]["any"]&.include?({ "role" => "registrar" })
    end
    click_button("Several")
    rows = all(".rule-row").first(10).map { |row| row.find(".title").text }
    rows.each { |title| find(".rule-row", text: title, match: :first).click }
    expect(page).to have_css("aside[aria-label='Several rules']", text: "10 rules are selected")
    choose_option("What to do", "replace an audience")
    choose_option("Replace", "Registrar", typing: "Registrar")
    choose_option("Now", "Conservator", typing: "Conservator")
    click_button("Preview effect")
    changed = named.count { |rule| rows.include?(rule["title"]) }
    expect(page).to have_css("section[aria-label='Who this affects'] h3", text: /Changes #{changed} rules?/)
    expect(page).to have_css("section[aria-label='Who this affects'] li", text: "Conservator")
    click_button("Save to change set")
    expect(page).to have_text("#{changed} rules changed in the change set")
    now = rules.select { |rule| rows.include?(rule["title"]) && rule["record_type"] == "outgoing-loan" }
    expect(now.flat_map { |rule| rule["audience"]["any"] || [] }).not_to include({ "role" => "registrar" })
    expect(now.count { |rule| rule["audience"]["any"]&.include?({ "role" => "conservator" }) }).to be >= changed
  end

  it "are duplicated, for the same records and for others, where what has no match is asked" do
    enter_as("mairin", at: "/rules?type=outgoing-loan&rule=ol-costly-loans-name-a-courier")
    click_button("Duplicate")
    click_button("Create draft")
    expect(page).to have_field("Title", with: "Costly loans name a courier (copy)")
    expect(page).to have_css(".reads", text: "when Insured total is at least 50,000.00: Courier is required.")
    click_button("Save to change set")
    expect(page).to have_css(".rule-row.on", text: "Costly loans name a courier (copy)")
    find(".rule-row", text: "Insurance proved before signing").click
    click_button("Duplicate")
    choose_option("For records of", "Collection object")
    expect(page).to have_css(".ant-modal", text: "Instead of Policy number")
    choose_option("Instead of Insurer", "Maker", typing: "Maker")
    click_button("Create draft")
    expect(page).to have_current_path(/type=collection-object/)
    expect(page).to have_css(".rule-row", text: "Insurance proved before signing")
  end
end
