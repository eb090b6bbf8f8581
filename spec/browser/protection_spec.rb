# frozen_string_literal: true

# Records protected as wholes, as people meet it.
RSpec.describe "Protection" do
  def more(deed)
    click_button("The whole record")
    find("[role=menuitem]", text: deed).click
  end

  it "unlocks a signed loan for ten minutes with one's own password, and it locks again by itself" do
    enter_as("tomas", at: "/records/outgoing-loan/LN-0001")
    expect(page).to have_text("This outgoing loan is locked. The stage Signed locks the record.")
    # Nothing of it could be edited.
    expect(page).to have_no_button("Edit")
    click_button("Who can unlock it?")
    expect(page).to have_text("Ravi Sandoval")
    leave

    enter_as("ravi", at: "/records/outgoing-loan/LN-0001")
    click_button("Unlock …")
    fill_in("Why", with: "The borrower has moved")
    fill_in("Your password", with: "not mine")
    click_button("Unlock")
    expect(page).to have_text("is not your password")
    fill_in("Your password", with: Server::DemoData::PASSWORD)
    expect_no_barrier
    click_button("Unlock")
    expect(page).to have_text("Temporarily unlocked by Ravi Sandoval, until")
    leave

    enter_as("tomas", at: "/records/outgoing-loan/LN-0001?mode=edit")
    form_field("borrower").assert_selector(".ruled-value")
    form_field("purpose").assert_selector(".ant-select")
    # The ten minutes are over before the page thinks so: what counts is the server's clock.
    Server::Record.find_by!(number: "LN-0001").update!(lifted_until: Time.now + 2)
    visit("/records/outgoing-loan/LN-0001?mode=edit")
    expect(page).to have_text("The form was updated")
    expect(page).to have_text("This outgoing loan is locked.")
    expect(form_field("purpose")).to have_css(".ruled-value")
    more("History")
    expect(page).to have_css("tr", text: /Ravi Sandoval\s+unlocked it for 10 minutes\s+The borrower has moved/)
  end

  it "locks a loan by hand, with a reason that stands on it" do
    enter_as("asha", at: "/records/outgoing-loan/LN-0042")
    more("Lock …")
    fill_in("Why", with: "In dispute")
    click_button("Lock", exact: true)
    expect(page).to have_text("Asha Brandt locked it on")
    expect(page).to have_text("“In dispute”")
    leave
    enter_as("ravi", at: "/messages")
    expect(page).to have_text("Outgoing loan LN-0042 was locked by Asha Brandt")
  end

  it "shows a covered value for one look, with a reason, and the auditor finds that in the journal" do
    enter_as("ravi", at: "/records/outgoing-loan/LN-0042")
    expect(page).to have_no_text("Ilse Marrow")
    more("Reveal a masked value")
    fill_in("Why", with: "The crate is lost")
    choose_option("What to reveal", "Borrower contact")
    click_button("Reveal")
    expect(page).to have_text("Ilse Marrow")
    expect(page).to have_text("4 more looks within the hour")
    find(".ant-modal-close").click
    expect(page).to have_no_text("Ilse Marrow")
    leave
    enter_as("xenia", at: "/journal")
    expect(page).to have_css("tbody tr", text: /Ravi Sandoval\s+ravi\s+revealed Borrower contact/)
    expect(page).to have_css("tbody tr", text: "The crate is lost")
    expect(page).to have_no_text("Ilse Marrow")
    expect_no_barrier
  end

  it "lets one museum's people meet nothing of another's, in list, search, picker and address" do
    orrery = Server::Record.find_by!(record_type: "collection-object", unit: "orrery-hall").number
    enter_as("greta", at: "/records/collection-object")
    expect(page).to have_css("tbody tr", count: 11)
    expect(page).to have_no_css("tbody tr", text: "Orrery Hall")
    fill_in("Find records", with: orrery)
    expect(page).to have_text("No matching records.")
    visit("/records/collection-object/#{orrery}")
    expect(page).to have_text("There is no collection object “#{orrery}”")
    visit("/records/collection-object/TL-99999")
    expect(page).to have_text("There is no collection object “TL-99999”")
    visit("/records/outgoing-loan/new")
    within(form_field("object")) { find("input").click }
    keys(orrery)
    expect(page).to have_no_css(".ant-select-item-option", text: orrery)
  end

  it "opens valuations on weekdays from the house's network only, as rehearsed" do
    at = lambda { |moment, network|
      "/rehearsal?type=collection-object&mode=view&as=edda.farrow&at=#{moment}&network=#{network}"
    }
    enter_as("mairin", at: at.call("2026-11-27T10:00", "192.0.2.9"))
    expect(form_field("valuation")["data-level"]).to eq("read_only")
    [["2026-11-28T10:00", "192.0.2.9"], ["2026-11-27T19:00", "192.0.2.9"], ["2026-11-27T10:00", "198.51.100.9"]]
      .each do |moment, network|
        visit(at.call(moment, network))
        expect(page).to have_css("h1", text: "Edda Farrow")
        expect(page).to have_no_css("[data-field='valuation'] .ruled-value")
      end
  end

  it "makes a token that is shown once, asks for a decision with it, and refuses it once it is revoked" do
    enter_as("mairin", at: "/people")
    click_button("Programs")
    fill_in("Name of the token", with: "Desk of loans")
    choose_option("Program of the directory", "Loan desk link")
    choose_option("Record types", "Outgoing loan")
    keys(:escape)
    click_button("Create token")
    secret = find(".secret").text
    ask = lambda do
      uri = URI("#{Capybara.app_host}/access/v1/evaluation")
      Net::HTTP.post(uri, JSON.generate(subject: { type: "user", id: "loan-desk-link" }, action: { name: "open" },
                                        resource: { type: "outgoing-loan", id: "LN-0042" }),
                     "content-type" => "application/json", "authorization" => "Bearer #{secret}")
    end
    expect(JSON.parse(ask.call.body)["decision"]).to be(true)
    expect_no_barrier
    click_button("Revoke Desk of loans")
    find(".ant-popconfirm-buttons .ant-btn-primary").click
    expect(page).to have_css("tr", text: "revoked")
    expect(ask.call.code).to eq("401")
  end

  it "brings a file of records in: every row judged first, then all of it" do
    enter_as("asha", at: "/records/outgoing-loan")
    click_button("Import", exact: true)
    file = Tempfile.new(["loans", ".csv"])
    file.write("number,purpose,unit_value\nLN-0042,research,\nLN-0001,research,\n,exhibition,100\n")
    file.close
    attach_file(file.path, make_visible: true)
    expect(page).to have_text("2 refused")
    expect(page).to have_css("tr", text: "Purpose can't be changed: it is locked")
    expect(page).to have_button("Import all", disabled: true)
  end

  it "writes a rule about actions in the editor, and shows it on the map before it is kept" do
    enter_as("mairin", at: "/map?type=study-visit&mode=view&state=pending")
    click_button("show 6 actions")
    expect(cell_words("Export", "Volunteer")).to eq("Allowed")
    cell("Export", "Volunteer").click
    click_button("Make a rule for this cell")
    fill_in("Title", with: "Visits stay with the staff")
    choose_option("Become", "denied")
    close_list
    expect(page).to have_text("exporting it is denied")
    expect(page).to have_css(".before-after", text: "Export")
    click_button("Save to change set")
    visit("/map?type=study-visit&mode=view&state=pending&actions=shown")
    expect(cell_words("Export", "Volunteer")).to eq("Denied")
    visit("/changes")
    expect(page).to have_css("tr", text: /can no longer export a study visit/)
  end
end
