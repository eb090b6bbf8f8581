# frozen_string_literal: true

# What a form does in answer to what is typed, on the sample business.
RSpec.describe "The live form" do
  def rehearse(type, person, **question)
    enter_as("mairin", at: "/rehearsal?#{URI.encode_www_form({ type: type, as: person }.merge(question))}")
    expect(page).to have_css(".form-head")
  end

  def expect_level(field, level) = expect(page).to(have_css(".form-row[data-field='#{field}'][data-level='#{level}']"))
  def expect_absent(field) = expect(page).to(have_no_css(".form-row[data-field='#{field}']"))
  def type_into(field, text) = form_field(field).find("input").set(text)

  def pick(field, option, typing: nil)
    form_field(field).find(".ant-select").click
    keys(typing) if typing
    find(".ant-select-item-option", text: option, match: :first).click
  end

  it "hides a field by a choice made in another, and brings it back with what was typed" do
    rehearse("study-visit", "cleo.marchetti", record: "SV-0003")
    pick("decision", "Granted")
    type_into("room", "The print room")
    pick("decision", "Declined")
    expect_absent("room")
    expect(page).to have_css("[data-changed='room']", text: "Hidden")
    expect(find("[data-changed='room']")).to have_text("7 Declined visits close")
    pick("decision", "Granted")
    expect(form_field("room").find("input").value).to eq("The print room")
  end

  it "requires a field above an amount" do
    rehearse("acquisition-file", "asha.brandt", mode: "create")
    pick("origin_abroad", "yes")
    type_into("valuation", "50000")
    expect_level("export_licence", "editable")
    type_into("valuation", "50000.01")
    expect_level("export_licence", "required")
  end

  it "takes back what locked its own field, with the keyboard still near" do
    Server::PolicyEditor.new("Mairin").add_rule(
      "title" => "Signed stays signed", "kind" => "guardrail", "record_type" => "outgoing-loan",
      "targets" => { "fields" => ["purpose"] }, "audience" => { "everyone" => true },
      "when" => { "compare" => "equal", "left" => { "field" => "purpose" }, "right" => { "value" => "research" } },
      "effects" => [{ "effect" => "lock" }]
    )
    rehearse("outgoing-loan", "asha.brandt", record: "LN-0042")
    pick("purpose", "Research")
    expect_level("purpose", "read_only")
    expect(page).to have_css("[data-field='purpose'] button:focus", text: "undo what you entered")
    keys(:enter)
    expect_level("purpose", "editable")
    expect(form_field("purpose")).to have_text("Exhibition")
  end

  it "locks after a date" do
    rehearse("outgoing-loan", "asha.brandt", record: "LN-0042", at: "2027-03-02T10:00")
    expect_level("leaving_date", "editable")
    visit("/rehearsal?type=outgoing-loan&as=asha.brandt&record=LN-0042&at=2027-03-03T10:00")
    expect_level("leaving_date", "read_only")
    expect(page).to have_css("button[aria-label^='When and from where: Mar 3, 2027, 10:00']")
  end

  it "locks a total while both its inputs are filled, and computes it; what was typed is kept" do
    rehearse("outgoing-loan", "asha.brandt", mode: "create")
    expect_level("insured_total", "editable")
    expect(form_field("insured_total")).to have_text(
      "not computed: Item count and Unit value are blank; type it meanwhile"
    )
    type_into("insured_total", "700")
    type_into("item_count", "4")
    type_into("unit_value", "12500")
    expect_level("insured_total", "read_only")
    expect(form_field("insured_total")).to have_text(/50,000.00.*700.00 was typed by hand/m)
    expect_level("courier", "required")
    type_into("item_count", "")
    expect_level("insured_total", "editable")
    expect(form_field("insured_total").find("input").value).to eq("700")
  end

  it "shows what belongs to a supervisor of a certain group, however that group is reached" do
    rehearse("study-visit", "cleo.marchetti", record: "SV-0003")
    pick("supervisor", "Juno Castlemaine", typing: "Juno")
    expect_absent("safeguarding_notes")
    pick("supervisor", "Rosa Eklund", typing: "Rosa")
    expect_level("safeguarding_notes", "editable")
  end

  it "keeps some fields for creating and some for editing" do
    rehearse("study-visit", "esme.thackeray", mode: "create")
    expect_level("topic", "required")
    visit("/rehearsal?type=study-visit&as=esme.thackeray&record=SV-0003")
    expect_level("topic", "read_only")
    visit("/rehearsal?type=study-visit&as=cleo.marchetti&mode=create")
    expect_level("room", "editable")
    expect_absent("outcome")
    visit("/rehearsal?type=study-visit&as=cleo.marchetti&record=SV-0003")
    expect_level("outcome", "editable")
  end

  it "offers a value, and takes it only when told so" do
    rehearse("study-visit", "cleo.marchetti", mode: "create")
    expect(form_field("supervisor")).to have_css(
      ".offer", text: "Suggested: Cleo Marchetti (Curators are suggested as supervisors)"
    )
    click_button("Use Cleo Marchetti for Supervisor")
    expect(form_field("supervisor")).to have_css(".ant-select", text: "Cleo Marchetti")
    expect(page).to have_no_css(".offer")
    click_button("Start over")
    click_button("Dismiss Cleo Marchetti for Supervisor")
    expect(page).to have_no_css(".offer")
    expect(form_field("supervisor")).to have_css(".ant-select-placeholder", text: "no one")
  end

  it "refuses a save with the rule's own message, at the field and above the form" do
    rehearse("outgoing-loan", "tomas.reyl", record: "LN-0042")
    type_into("return_date", "2027-01-01")
    pick("stage", "Signed")
    click_button("Test saving")
    expect(page).to have_css(".notice", text: "A save by Tomas Reyl would be refused")
    expect(form_field("return_date")).to have_css(".field-fault", text: "A loan can’t come back before it leaves")
  end

  it "gives the desk a short form and the staff the full one, each under its own rules" do
    rehearse("study-visit", "esme.thackeray", record: "SV-0003")
    expect(page).to have_css(".form-head", text: "desk form")
    expect(all(".form-row").map { |row| row["data-field"] }).to eq(
      %w[visitor_name visitor_email topic object_wished visit_date]
    )
    choose_option("Form", "Full form")
    expect(page).to have_css(".form-head", text: "full form")
    expect(all(".form-row").map { |row| row["data-field"] }).to start_with("visit_number", "visitor_name")
    visit("/rehearsal?type=study-visit&as=cleo.marchetti&record=SV-0003")
    expect(page).to have_css(".form-head", text: "full form")
    expect(page).to have_css(".form-columns.of-2 .form-row[data-field='decision']")
  end

  it "sets two people side by side, with the differences marked and counted" do
    rehearse("outgoing-loan", "asha.brandt", record: "LN-0042", beside: "ilka.fenn")
    lines = all("[data-changed]").map { |line| line["data-changed"] }
    expect(lines).to include("unit_value", "borrower_telephone", "leaving_date")
    expect(find("section[aria-label='Asha Brandt against Ilka Fenn'] h3")).to have_text(lines.size.to_s)
    expect(all(".beside .form-row.differs").map { |row| row["data-field"] }).to eq(
      lines & all(".beside .form-row").map { |row| row["data-field"] }
    )
    expect_no_barrier
  end

  it "shows the stages of a loan, what is still blank, and the fields of each stage as each person may see them" do
    rehearse("outgoing-loan", "ilka.fenn", record: "LN-0042")
    expect(page).to have_css(".stages li.here", text: "Approved")
    expect(page).to have_css(".stages p", text: /At Approved\. (To go on to Signed: .* still blank|All fields for)/)
    find(".stages button", text: "Signed").click
    expect(page).to have_css("[data-stage-field='policy_number'][data-level='masked']")
    expect(find("[data-stage-field='policy_number']")).to have_no_text("HX-20931")
  end
end
