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
    # Nothing is left over of which it would have to be said what it becomes.
    expect(page).to have_no_text("stay unreadable until a new value is entered")
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
    # What the edit does comes above the list, and moves it.
    expect(page).to have_css("[aria-label='Edits of the record type'] :is(li, p)", match: :first)
    click_button("Edit Underwriter")
    expect(page).to have_css("aside[aria-label='Field Underwriter']")
    click_button("Remove")
    expect(page).to have_css("[role=alert] li", text: /rule “.+” .*there is no field “insurer”|has no field “insurer”/)
    click_button("Undo")
    expect(page).to have_button("Edit Underwriter")
    expect(page).to have_no_css("[role=alert] li")
    expect(page).to have_css("[aria-label='Edits of the record type'] :is(li, p)", match: :first)
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

  it "makes a record type from a list, and further fields one after the other, without the mouse" do
    visit("/catalogue?state=pending")
    click_button("New record type")
    expect(page).to have_css(".ant-modal input:focus")
    keys("Frame order", :tab, :tab, "Frame number, auto-number", :enter, "Price, amount", :enter, "Count, colour")
    expect(page).to have_css(".ant-modal [role=alert]", text: "Line 3: there is no kind “colour”")
    keys(*([:backspace] * 6), "whole number", :enter, "Condition, dropdown, Good | Poor")
    expect(page).to have_css("[role=status]", text: "4 fields: Frame number (auto-number), Price (money)")
    find("label", text: "Hidden from everyone until a rule shows them").click
    expect_no_barrier
    click_button("Add to change set")
    expect(page).to have_css("h1", text: "Frame order")
    click_button("Add a field to Main")
    expect(page).to have_css("[aria-label='Name of the field']:focus")
    keys("Height in cm", :enter)
    expect(page).to have_button("Edit Height in cm")
    keys("Sum")
    choose_option("Kind", "computed", typing: "calc")
    choose_option("Insert a field", "Price")
    keys(" * 2")
    keep
    edited = Server::PolicyStore.instance.compiled("pending").policy.record_type("frame-order")
    expect(edited.fields.map { |each| [each.id, each.kind.title] }).to eq(
      [["frame_number", "auto-number"], %w[price money], ["count", "whole number"], %w[condition choice],
       ["height_in_cm", "text"], %w[sum computed]]
    )
    expect(edited.field("sum").formula.to_s).to eq("price * 2")
    visit("/map?type=frame-order&state=pending")
    expect(cell_words("Height in cm", "Registrar")).to eq("Hidden")
  end

  it "sets an identifier by hand until it is published, and removes a record type" do
    visit("/catalogue?type=outgoing-loan&state=pending")
    click_button("Edit Packing")
    expect(page).to have_field("Name of the field", with: "Packing")
    expect(page).to have_no_field("Identifier, fixed once it is published")
    click_button("Add several fields to The loan")
    keys("Crate size", :enter, "Crate weight, number")
    click_button("Add 2 fields")
    click_button("Edit Crate size")
    fill_in("Identifier, fixed once it is published", with: "Crate girth!")
    keys(:enter)
    expect(page).to have_css("tr", text: "crate_girth")
    keep
    click_button("Study visit")
    click_button("Remove the record type")
    click_button("Remove", exact: true)
    expect(page).to have_css(".ant-message-error", text: /there is no record type “study-visit”/)
    click_button("New record type")
    keys("Frame order", :tab)
    click_button("Add to change set")
    expect(page).to have_css("h1", text: "Frame order")
    click_button("Remove the record type")
    click_button("Remove", exact: true)
    expect(page).to have_no_css("nav[aria-label='Record types'] button", text: "Frame order")
  end
end
