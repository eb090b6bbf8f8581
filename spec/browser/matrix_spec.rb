# frozen_string_literal: true

require "axlsx"

# A spreadsheet that a business has kept for years: compared with the policy, and made into rules.
RSpec.describe "A spreadsheet of who may do what" do
  def kept(rows, merged: [], note: nil)
    package = Axlsx::Package.new
    package.workbook.add_worksheet(name: "Outgoing loan") do |sheet|
      rows.each { |row| sheet.add_row(row) }
      merged.each { |range| sheet.merge_cells(range) }
      sheet.add_comment(ref: note, text: "until it is signed", author: "Ilka", visible: false) if note
    end
    File.join(Dir.mktmpdir, "loans.xlsx").tap { |path| package.serialize(path) }
  end

  before do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    click_link("Compare a spreadsheet")
  end

  it "is read with merged heads and notes, answered cell by cell, and made into rules that are proved" do
    attach(
      "matrix",
      kept(
        [
          ["Who may do what with loans", *([nil] * 5)], [nil, "Staff", nil, nil, "Others", nil],
          ["Field", "Registrar", "Loans Officer", "Courier", "Front of House", "Remarks"], ["THE LOAN", *([nil] * 5)],
          ["Stage", "R/W", "R", "-", "-", "see policy 4"], ["Purpose", "R/W", "see note", "R", "R", nil],
          ["Telefone", "R/W", "R", "-", "-", nil]
        ],
        merged: %w[A1:F1 B2:D2 E2:F2 B4:F4], note: "C6"
      )
    )
    expect(page).to have_css("[aria-label='How it was read']", text: "Telefone")
    expect(page).to have_css("[aria-label='How it was read']", text: "C6 Ilka: until it is signed")
    expect(page).to have_button("Make rules that give this", disabled: true)
    choose_option("Meaning of see note", "Read-only")
    click_button("Telephone?")
    click_button("Leave out Remarks")
    expect(page).to have_css("th[scope=row]", text: "Telephone")
    expect(page).to have_css("td a[aria-label='Stage, Courier: spreadsheet Hidden, policy Read-only']")
    expect_no_barrier
    click_button("Make rules that give this")
    find("label", text: "Switch off the rules that speak of these fields").click
    within("[aria-label='Rules, proof and effect']") do
      expect(page).to have_text("no fewer do it without disagreeing")
      expect(page).to have_text("Switches off")
      expect(page).to have_text("Who this affects")
    end
    expect_no_barrier
    expect(page).to have_text("Proved: all 12 cells come out as the spreadsheet says.")
    click_button("Save to change set")
    # The same spreadsheet, beside the change set that now holds them.
    expect(page).to have_css("[role=status]", text: "All 12 cells agree with the policy.")
    [400, 1024].each do |width|
      page.driver.resize(width, 800)
      expect(page.evaluate_script("document.documentElement.scrollWidth")).to be <= width
    end
    page.driver.resize(1280, 887)
    page.refresh
    expect(page).to have_text("Choose the spreadsheet")
  end

  it "answers an auditor's, and says what can't be read" do
    leave
    pass_the_door("xenia")
    expect(page).to have_button("Sign out")
    visit("/matrix")
    attach("matrix", kept([%w[Nothing here], %w[x y]]))
    expect(page).to have_css(".notice", text: "names neither fields of the record type nor roles")
    attach("matrix", kept([%w[Field Registrar Courier], %w[Purpose R/W R], ["Unit value", "-", "-"]]))
    expect(page).to have_css("td a[aria-label^='Unit value, Registrar: spreadsheet Hidden, policy ']")
    expect(page).to have_no_button("Make rules that give this")
    find("td a[aria-label^='Unit value, Registrar']").click
    expect(page).to have_css("aside[aria-label='Reasoning'] h1", text: "Unit value")
    page.go_back
    expect(page).to have_text("Choose the spreadsheet")
  end
end
