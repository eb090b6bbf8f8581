# frozen_string_literal: true

# The main path with the keyboard alone.
RSpec.describe "By keyboard alone" do
  def focused(attribute = "aria-label")
    page.evaluate_script("document.activeElement.getAttribute('#{attribute}') || document.activeElement.textContent")
  end

  # Presses Tab until something of that name has the focus.
  def tab_to(name, limit: 60)
    limit.times do
      return if focused.to_s.include?(name)

      keys(:tab)
    end
    raise "#{name} can't be reached by Tab; the focus is on #{focused}"
  end

  it "skips the band with the first stop" do
    enter_as("mairin", at: "/journal")
    expect(page).to have_css("h1", text: "Journal")
    keys(:tab)
    expect(focused).to eq("Skip to the page")
    keys(:enter)
    expect(page.evaluate_script("document.activeElement.matches('main.page')")).to be(true)
    keys(:tab)
    expect(focused).to eq("Subject")
  end

  it "signs in, walks the map, makes a rule and keeps it" do
    visit("/map?type=outgoing-loan")
    expect(page).to have_field("Sign-in name")
    keys("mairin", :tab, Server::DemoData::PASSWORD, :enter)
    expect(page).to have_css("td[aria-label^='Loan number, Registrar']")
    # The record as a whole stands above its fields.
    tab_to("The whole record, Registrar")
    keys(*([:down] * 3), :right, :right)
    expect(focused).to start_with("Purpose, Curator")
    keys(%i[shift right])
    tab_to("Make a rule for 2 cells")
    keys(:enter)
    expect(page).to have_css("aside[aria-label='Rule']")
    tab_to("Rehearsal") # the page's own navigation stays within reach
    find("[aria-label='Become']", visible: :all).execute_script("this.focus()")
    keys("hidden", :enter, :escape)
    expect(page).to have_css(".reads", text: "Purpose is hidden.")
    tab_to("Save to change set")
    keys(:enter)
    expect(page).to have_css(
      ".rule-row.on", text: "For Curator and Conservator, in any mode of an outgoing loan: Purpose is hidden."
    )
  end

  # In a select: goes to it, types until the option is the one meant, takes it, and closes a list of several.
  def take(name, *texts, several: false)
    tab_to(name)
    texts.each do |text|
      keys(text)
      expect(page).to have_css(".ant-select-item-option-active", text: text)
      keys(:enter)
    end
    close_list if several
  end

  it "makes a rule of three lines with an otherwise" do
    enter_as("mairin", at: "/rules?type=outgoing-loan")
    expect(page).to have_css(".rule-row", minimum: 20)
    find("button", text: "New rule").execute_script("this.focus()")
    keys(:enter)
    expect(page).to have_css("input[aria-label='Any of']:focus", visible: :all)
    take("Any of", "Registrar", several: true)
    tab_to("Limit to some records")
    keys(:enter)
    take("Field compared", "Approval date")
    take("Fields", "Loan fee", several: true)
    take("Become", "locked", several: true)
    take("Otherwise", "open", several: true)
    tab_to("Add a line for other fields")
    keys(:enter)
    take("Fields, line 2", "Director", several: true)
    take("Become, line 2", "required", several: true)
    tab_to("Add a line for other fields")
    keys(:enter)
    take("Fields, line 3", "Packing", several: true)
    take("Become, line 3", "hidden", several: true)
    words = "when Approval date is filled: Loan fee is locked; Director’s sign-off is required; Packing is hidden; " \
            "otherwise Loan fee is open."
    expect(page).to have_css(".reads", text: words)
    tab_to("Save to change set")
    keys(:enter)
    expect(page).to have_css(".rule-row.on", text: words)
  end

  it "changes the question, and lands on the page it names" do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    tab_to("Mode")
    keys(:enter)
    keys("view", :enter)
    expect(page).to have_css("td[aria-label='Stage, Registrar: Read-only']")
    expect(page).to have_current_path(/mode=view/)
  end

  it "finds pages, commands, rules, fields, people and records by a few letters, and begins a rule from sign-in" do
    enter_as("mairin", at: "/map?type=outgoing-loan")
    expect(page).to have_css("td[aria-label^='Loan number, Registrar']")
    { "fees bel" => ["Fees belong to Finance", /rule=ol-fees-belong-to-finance/],
      "telepho" => ["Telephone", /reach=field%3Aoutgoing-loan%3Aborrower_telephone/],
      "zdenek" => ["Zdeněk Trelawney", %r{/people/zdenek.trelawney}],
      "LN-0042" => ["LN-0042", %r{/records/outgoing-loan/LN-0042}], "journ" => ["Journal", %r{/journal}] }
      .each do |typed, (name, address)|
        keys([:control, "k"])
        expect(page).to have_css(".ant-modal input[role=combobox]:focus")
        keys(typed)
        expect(page).to have_css("[role=option][aria-selected=true]", text: name)
        keys(:enter)
        expect(page).to have_current_path(address)
        expect(page).to have_no_css(".finder")
      end
    keys([:control, "k"])
    expect(page).to have_css(".ant-modal input[role=combobox]:focus")
    keys("rule")
    expect_no_barrier
    keys(:down, :enter)
    expect(page).to have_css("aside[aria-label='Rule'] h1", text: "New rule")
    keys([:control, "k"])
    expect(page).to have_css(".ant-modal input[role=combobox]:focus")
    keys("nothing such")
    expect(page).to have_text("Nothing found.")
    keys(:escape)
    expect(page).to have_no_css(".finder")
  end

  it "asks before Escape discards what was typed into a dialog, and not where nothing was" do
    enter_as("mairin", at: "/catalogue?state=pending")
    2.times do
      click_button("New record type")
      expect(page).to have_css(".ant-modal input:focus")
      keys(:escape)
      expect(page).to have_no_css(".ant-modal")
    end
    click_button("New record type")
    expect(page).to have_css(".ant-modal input:focus")
    keys("Repair", :escape)
    expect(page).to have_text("Discard what you typed?")
    click_button("Keep editing")
    expect(page).to have_field("Name, such as Study visit", with: "Repair")
    find("label", text: "Name, such as").click
    keys(:escape)
    click_button("Discard")
    expect(page).to have_no_css(".ant-modal")
  end

  it "edits and saves a record: the cursor stands in the first open field, and Save comes after the last" do
    enter_as("ilka", at: "/records/outgoing-loan/LN-0042?mode=edit")
    expect(page).to have_css(".form-row[data-field='borrower_telephone'] input:focus")
    keys("01632 960 555")
    10.times do
      break if page.evaluate_script("document.activeElement.textContent") == "Save"

      keys(:tab)
    end
    keys(:enter)
    expect(page).to have_text("LN-0042 is saved")
    expect(Server::Record.find_by(number: "LN-0042").values["borrower_telephone"]).to eq("01632 960 555")
  end
end
