# frozen_string_literal: true

# The first hour with an empty installation, by keyboard alone, and how many steps it takes. Nothing is focused by a
# script.
RSpec.describe "The first hour" do
  before do
    SampleDatabase.empty
    visit("/setup##{Server::SetupLink.renew}")
    begin_as_administrator
  end

  def begin_as_administrator
    expect_at("Your name")
    keys("First Person", :tab, "first", :tab, "long enough", :enter)
    expect(page).to have_button("Sign out")
  end

  def find_and_go(words, there)
    keys([:control, "k"])
    expect(page).to have_css(".ant-modal input[role=combobox]:focus")
    keys(words)
    expect(page).to have_css(".finder [role=option]", text: words, match: :first)
    keys(:enter)
    expect(page).to have_css(there)
  end

  let(:where) { <<~JS }
    (() => { const at = document.activeElement;
      return at.getAttribute("aria-label") || at.closest("label")?.textContent || ""; })()
  JS

  # Waits until the keyboard stands in a field, of a dialog or of a panel.
  def expect_at(words)
    ends = Time.now + Capybara.default_max_wait_time
    sleep 0.05 until (at = page.evaluate_script(where)).start_with?(words) || Time.now > ends
    expect(at).to start_with(words)
  end

  def make_record_type(name, fields)
    find_and_go("New record type", ".ant-modal")
    expect_at("Name, such as")
    keys(name, :tab, :tab)
    expect_at("Fields, one per line")
    fields.each { |field| keys(field, :enter) }
    keys(%i[control enter])
    expect(page).to have_css("h1", text: name)
  end

  # A list that is pasted is one step.
  def add_people(*lines, told:)
    find_and_go("Add people", "aside[aria-label='Add people']")
    expect_at("People, one per line")
    page.driver.browser.page.command("Input.insertText", text: lines.join("\n"))
    Steps.step
    keys(:tab, :space)
    expect(page).to have_css("[role=status]", text: told)
    expect(page).to have_css("aside .ant-btn-primary:not(:disabled)")
    keys(%i[control enter])
    expect(page).to have_text("Saved and in effect")
  end

  def add_sign_in(person, password)
    expect_at("Person of the directory")
    keys(person)
    expect(page).to have_css(".ant-select-item-option", text: person, count: 1)
    keys(:enter)
    expect(page).to have_field("Name", with: person)
    go_to("Initial password")
    keys(password, :enter)
    expect(page).to have_css(".ant-modal tbody tr", text: person)
  end

  def publish
    find_and_go("Changes", "h1")
    expect(page).to have_button(text: /\APublish \d+ edits?\z/)
    expect(page).to have_text(/Proved: (no|\d+) new finding/)
    keys(%i[control enter])
    expect(page).to have_text("Edition 2 is in force")
  end

  it "makes a record type, its people and a rule, and publishes them, by keyboard alone" do
    expect_steps("the same by keyboard alone: keys pressed and texts typed", at_most: 60) do
      make_record_type("Repair", ["Object", "Cost, money"])
      add_people("Pat Longfellow, pat@example.org, Mender", told: "Mender")
      find_and_go("New rule", "aside[aria-label='Rule']")
      expect_at("Any of")
      keys("Mender", :enter)
      close_list
      go_to("Fields")
      keys("Cost", :enter)
      close_list
      keys(:tab)
      expect_at("Become")
      keys("locked", :enter)
      close_list
      expect(page).to have_css(".reads", text: "For Mender, in any mode of a repair: Cost is locked.")
      keys(%i[control enter])
      expect(page).to have_css(".rule-row", text: "Cost is locked")
      publish
    end
    expect(Server::PolicyStore.instance.in_force.policy.rules.size).to eq(1)
  end

  # Goes on by Tab to a field.
  def go_to(words)
    20.times do
      keys(:tab)
      break if page.evaluate_script(where).start_with?(words)
    end
    expect_at(words)
  end

  it "makes the same with the mouse" do
    expect_steps("a small record type, its people, one rule, published", at_most: 24) do
      click_link("Catalogue", match: :first)
      click_button("New record type")
      fill_in("Name, such as Study visit", with: "Repair")
      fill_in("Fields, one per line: name, kind", with: "Object\nCost, money")
      click_button("Add to change set")
      click_link("People")
      click_button("Add people")
      fill_in("People, one per line: name, e-mail, role", with: "Pat Longfellow, pat@example.org, Mender")
      find("label", text: "add roles that don’t exist yet").click
      click_button("Save")
      expect(page).to have_text("Saved and in effect")
      click_link("Map")
      find("td[aria-label^='Cost, Mender']").click
      click_button("Make a rule for this cell")
      become("locked")
      click_button("Save to change set")
      expect(page).to have_css(".rule-row", text: "Cost is locked")
      click_link("Changes")
      expect(page).to have_text(/Proved: (no|\d+) new finding/)
      click_button(text: /\APublish \d edits\z/)
      expect(page).to have_text("Edition 2 is in force")
    end
  end

  it "makes a record type of eight fields by hand" do
    expect_steps("a record type of eight fields by hand", at_most: 25) do
      make_record_type("Study visit", ["Number, auto-number", "Visitor", "Date, date", "Purpose, choice, Study | Tour",
                                       "Guided, yes or no", "People, whole number", "Fee, money", "Notes, long text"])
    end
    expect(page).to have_css("tbody tr", minimum: 8)
  end

  it "makes seven people and their roles, three of them with a sign-in" do
    people = ["Ada Lind, ada@example.org, Curator", "Ben Orr, ben@example.org, Curator",
              "Cy Tamm, cy@example.org, Guide", "Di Vale, di@example.org, Guide", "Eve Ash, eve@example.org, Registrar",
              "Flo Birk, flo@example.org, Guide", "Gil Sund, gil@example.org, Registrar"]
    expect_steps("seven people and roles, three sign-ins", at_most: 35) do
      add_people(*people, told: "Registrar")
      find_and_go("Sign-ins", ".ant-modal")
      ["Ada Lind", "Ben Orr", "Cy Tamm"].each { |person| add_sign_in(person, "long enough 1") }
    end
    expect(Server::Account.count).to eq(4)
    expect(Server::PolicyStore.instance.directory.users.size).to eq(8)
  end
end
