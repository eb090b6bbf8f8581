# frozen_string_literal: true

RSpec.describe "The catalogue by hand" do
  before { enter_as("mairin") }

  def keep
    click_button("Save to change set")
    expect(page).to have_text("Saved to the change set")
    expect(page).to have_no_text("not saved yet")
  end

  it "adds a field, and turns a text into a choice with its stored values brought over" do
    visit("/catalogue?type=outgoing-loan&state=pending")
    click_button("Add a field to The loan")
    fill_in("Name of the field", with: "Crate count")
    choose_option("Kind", "whole number")
    expect(page).to have_css("[aria-label='Edits of the record type'] li", text: /sees more of .*Crate count/)
    keep
    click_button("Edit Borrower")
    choose_option("Kind", "choice")
    expect(page).to have_css("section[aria-label='Stored values of Borrower']",
                             text: "42 of 42 stored values would become unreadable")
    click_button("Add an option for each of these values")
    expect(page).to have_field("Option Glass Quay")
    choose_option("Glass Quay becomes", "Northgate Arts Centre")
    expect(page).to have_text("The other 0")
    keep
    visit("/changes")
    expect(page).to have_text("Borrower: kind text becomes choice")
    expect(page).to have_text(/publishing replaces \d+ different stored values/)
    before = Server::Record.where(record_type: "outgoing-loan").to_h { |each| [each.number, each.values["borrower"]] }
    Server::Publisher.new("Mairin").publish(revision: Server::ChangeSet.current.revision, note: "")
    type = Server::PolicyStore.instance.in_force.policy.record_type("outgoing-loan")
    named = before.transform_values { |name| name == "Glass Quay" ? "Northgate Arts Centre" : name }
    after = Server::Record.where(record_type: "outgoing-loan").to_h do |each|
      [each.number, type.field("borrower").display(each.values["borrower"])]
    end
    expect(after).to eq(named)
  end

  it "takes edits back one by one, keeps them over a reload, and says in words what stands in the way" do
    visit("/catalogue?type=outgoing-loan&state=pending")
    click_button("Edit Insurer")
    fill_in("Name of the field", with: "Underwriter")
    expect(page).to have_css("[aria-label='Edits of the record type']")
    page.refresh
    expect(page).to have_button("Edit Underwriter")
    click_button("Edit Underwriter")
    click_button("Remove")
    expect(page).to have_css("[role=alert] li", text: /rule “.+” .*there is no field “insurer”|has no field “insurer”/)
    click_button("Undo")
    expect(page).to have_button("Edit Underwriter")
    click_button("Discard draft")
    expect(page).to have_button("Edit Insurer")
  end

  it "retires a field after telling whom that changes, and gives a baseline to two units" do
    visit("/catalogue?type=outgoing-loan&state=pending")
    click_button("Edit Packing")
    click_button("Retire")
    expect(page).to have_css("[aria-label='Edits of the record type'] li", text: /no longer edit Packing/)
    keep
    click_button("Baselines")
    click_button("Add a baseline")
    fill_in("Name of the baseline", with: "Quiet houses")
    choose_option("At these units", "Tidewater House")
    find(".ant-select-item-option", text: "Orrery Hall").click
    close_list
    choose_option("Add a field", "Courier", typing: "Cour")
    expect(page).to have_css(".ant-modal li", text: /no longer edit Courier.* at .*Tidewater House/)
    click_button("Save to change set", class: "ant-btn", match: :first)
    expect(page).to have_css("section[aria-label='Baseline Quiet houses']", text: "at Orrery Hall")
    expect(page).to have_css("section[aria-label='Baseline Quiet houses']", text: "at Tidewater House")
    expect_no_barrier
    visit("/map?type=outgoing-loan&state=pending&unit=tidewater-house")
    expect(cell_words("Courier", "Loans Officer")).to eq("Read-only")
  end

  it "makes a record type by hand" do
    visit("/catalogue?state=pending")
    click_button("New record type")
    fill_in("Name, such as Study visit", with: "Frame order")
    click_button("Add to change set")
    expect(page).to have_css("h1", text: "Frame order")
    click_button("Add a section")
    click_button("Rename section New section")
    fill_in("Name of section New section", with: "Frame")
    expect_no_barrier
  end
end
