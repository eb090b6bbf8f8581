# frozen_string_literal: true

# The main job from end to end: bring in a record type and people, decide on the map, look as someone else,
# publish, and find the form enforced for a record user beside.
RSpec.describe "From files to an enforced form" do
  let(:csv) do
    File
      .join(SampleDatabase::FOLDER, "guided-tour.csv")
      .tap do |path|
        File.write(
          path,
          "name,kind,section,label\nTour,text,Tour,open\nGuide's telephone,text,Tour,open\nTakings,money,Money,open\n"
        )
      end
  end
  let(:ldif) do
    File
      .join(SampleDatabase::FOLDER, "people.ldif")
      .tap do |path|
        File.write(
          path,
          "dn: uid=nora.quist,dc=x\nobjectClass: inetOrgPerson\nuid: nora.quist\ncn: Nora Quist\nemployeeType: Tour " \
          "Guide\nbusinessCategory: Tidewater House\n"
        )
      end
  end

  it "does the whole job" do
    enter_as("mairin", at: "/catalogue")
    import_through("Import from a file", csv, "Record type Guided tour")
    click_link("People")
    import_through("Import from a file", ldif, "User Nora Quist")
    find(".side-list button", text: "Tour Guide").click
    expect(page).to have_css("tbody tr", text: "Nora Quist")

    visit("/map?type=guided-tour&audiences=role:tour-guide,role:curator")
    paint_rule("Guide's telephone", "masked")
    visit("/map?type=guided-tour&audiences=role:tour-guide,role:curator")
    expect(page).to have_css("td[aria-label=\"Guide's telephone, Tour Guide: Masked\"]")
    expect(page).to have_css("td[aria-label=\"Guide's telephone, Curator: Masked\"]")
    lock_takings

    visit("/rehearsal?type=guided-tour&as=nora.quist")
    expect(form_field(telephone)["data-level"]).to eq("masked")
    expect(form_field("takings")["data-level"]).to eq("read_only")
    publish
    leave
    meet_the_form
  end

  it "asks for signatures before a new record type shows what is restricted" do
    File.write(csv, "name,kind,section,label\nTour,text,Tour,open\nTakings,text,Money,restricted\n")
    enter_as("mairin", at: "/catalogue")
    import_through("Import from a file", csv, "Record type Guided tour")
    visit("/map?type=guided-tour&audiences=role:courier")
    find("td[aria-label^='Takings, Courier']").click
    click_button("Make a rule for this cell")
    become("shown")
    click_button("Save to change set")
    expect(page).to have_css(".rule-row", text: "Takings")
    click_link("Changes")
    expect(page).to have_css("aside, section", text: /Opening what is restricted\s*0 of 2/)
    expect(page).to have_text("Takings (Guided tour): sees more")
    expect(page).to have_button("Waits for approval", disabled: true)
  end

  # What the import makes of the name.
  def telephone = CobaltLedger::Formats::Identifier.from("Guide's telephone", "_")

  def import_through(button, file, title)
    click_button(button)
    attach("file", file)
    click_button("Preview")
    expect(page).to have_css("[aria-label='Preview']", text: title)
    click_button("Import", exact: true)
    expect(page).to have_no_css("[aria-label='Preview']")
  end

  def paint_rule(field, sight)
    find("td[aria-label^=\"#{field}, Tour Guide\"]").click
    keys(%i[shift right])
    click_button("Make a rule for 2 cells")
    become(sight)
    expect(page).to have_css(
      ".reads",
      text: "For Tour Guide and Curator, in any mode of a guided tour: #{field} is masked (all of it covered)."
    )
    expect(page).to have_css("[aria-label='Cells of the map that change']", text: "2 cells of the map change")
    click_button("Save to change set")
    expect(page).to have_css(".rule-row", text: field)
  end

  def lock_takings
    find("td[aria-label^='Takings, Tour Guide']").click
    click_button("Make a rule for this cell")
    become("locked")
    click_button("Save to change set")
    expect(page).to have_css(".rule-row", text: "Takings is locked")
  end

  def publish
    click_link("Changes")
    expect(page).to have_css(".change-row", text: "Record type Guided tour")
    expect(page).to have_text("Whose access changes")
    expect(page).to have_text(/Proved: \d+ new/)
    click_button("Publish 3 edits")
    expect(page).to have_text("Edition 2 is in force")
  end

  def meet_the_form
    Server::Account.create!(
      login: "nora", name: "Nora Quist", password: Server::DemoData::PASSWORD, access: "record_user",
      person: "nora.quist"
    )
    record =
      Server::Record.new(
        record_type: "guided-tour", number: "guided-tour-00001", unit: "tidewater-house", changed_by: "spec"
      )
    record.values = { "tour" => "Harbour walk", telephone => "01632 960 123", "takings" => 40 }
    record.save!
    enter_as("nora")
    click_button("Guided tours")
    find("tbody tr", text: "Harbour walk").click
    click_button("Edit")
    expect(form_field(telephone)).to have_css(".masked-value", text: "••••••")
    expect(page).to have_no_text("960 123")
    expect(form_field("takings")).to have_css(".ruled-value", text: "40.00")
    expect(form_field("takings")).to have_no_css("input")
    force_a_write
  end

  # A program that does not care what the form shows.
  def force_a_write
    status, text = page.evaluate_async_script(<<~JS)
      const done = arguments[0];
      (async () => {
        const session = await (await fetch("/api/session")).json();
        const form = await (await fetch("/api/records/guided-tour/form", { method: "POST", headers: { "content-type": "application/json", "x-csrf-token": session.csrf }, body: JSON.stringify({ mode: "edit", number: "guided-tour-00001" }) })).json();
        const answer = await fetch("/api/records/guided-tour/guided-tour-00001", { method: "PATCH", headers: { "content-type": "application/json", "x-csrf-token": session.csrf, "if-match": form.etag }, body: JSON.stringify({ changes: { takings: 1, #{telephone}: "x" } }) });
        done([answer.status, await answer.text()]);
      })();
    JS
    expect(status).to eq(422)
    expect(JSON.parse(text)["refusals"].to_h { |refusal| refusal.values_at("field", "kind") }).to eq(
      "takings" => "locked", telephone => "masked"
    )
    expect(Server::Record.find_by(number: "guided-tour-00001").values).to include(telephone => "01632 960 123")
  end
end
