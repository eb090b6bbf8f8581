# frozen_string_literal: true

RSpec.describe "An empty installation" do
  let(:schema) do
    File
      .join(SampleDatabase::FOLDER, "repair.json")
      .tap do |path|
        File.write(
          path,
          JSON.generate(
            "title" => "Repair",
            "type" => "object",
            "required" => ["object"],
            "properties" => {
              "object" => {
                "type" => "string"
              },
              "cost" => {
                "type" => "number", "x-label" => "restricted"
              }
            }
          )
        )
      end
  end
  let(:directory) do
    File
      .join(SampleDatabase::FOLDER, "directory.json")
      .tap do |path|
        File.write(
          path,
          JSON.generate(
            "format" => "cobalt-ledger/directory",
            "version" => 1,
            "roles" => [{ "id" => "mender", "name" => "Mender" }],
            "units" => [{ "id" => "shop", "name" => "The Workshop" }],
            "users" => [
              {
                "id" => "pat", "name" => "Pat Longfellow-Vandermeer of the Northern Workshops", "roles" => ["mender"],
                "units" => ["shop"]
              }
            ]
          )
        )
      end
  end

  before do
    SampleDatabase.empty
    visit("/setup##{Server::SetupLink.renew}")
    fill_in("Your name", with: "First Person")
    fill_in("Sign-in name", with: "first")
    find("input[autocomplete='new-password']").set("long enough")
    click_button("Create administrator")
    find("button", text: "Sign out")
  end

  it "says on every empty page what to do next" do
    expect(page).to have_text("No record types yet. To get started:")
    click_link("Catalogue", match: :first)
    expect(page).to have_text(
      "No record types yet. Add one, or import a JSON Schema, a CSV list of fields or a policy document."
    )
    click_link("People")
    expect(page).to have_css("tbody tr", count: 1, text: "First Person")
    click_link("Records")
    expect(page).to have_text("No record types yet. Add one in the Catalogue and publish it.")
    click_link("Findings")
    expect(page).to have_text("No rules here yet, so there is nothing to audit.")
    expect(page).to have_no_css(".audit-progress")
    visit("/precedence")
    expect(page).to have_text("No record types yet. Import one from a file in the")
    click_link("Changes")
    expect(page).to have_text("No edits yet.")
    expect(page).to have_button("Nothing to publish", disabled: true)
  end

  it "goes from nothing to a decided form" do
    bring_in("/people", directory)
    expect(page).to have_css("tbody tr", text: "Pat Longfellow-Vandermeer")
    bring_in("/catalogue", schema)
    expect(page).to have_css("tr", text: "Cost")
    click_link("Map")
    expect(page).to have_css("td[aria-label='Object, Mender: Required']")
    expect(page).to have_css("td[aria-label='Cost, Mender: Hidden']")
    visit("/rehearsal?as=pat")
    expect(page).to have_css("h1", text: "Pat Longfellow-Vandermeer of the Northern Workshops")
    expect(form_field("object")["data-level"]).to eq("required")
    expect(page.evaluate_script("document.documentElement.scrollWidth <= window.innerWidth")).to be(true)
  end

  it "does not let the link be used twice" do
    leave
    visit("/setup##{Server::SetupLink.renew}")
    expect(page).to have_button("Sign in")
    expect(page).to have_no_button("Create administrator")
  end

  it "works with a record type before there is anybody else: map, rehearsal, findings and changes" do
    fields = [{ "id" => "what", "name" => "What", "kind" => "text", "section" => "main", "label" => "open" },
              { "id" => "price", "name" => "Price", "kind" => "money", "section" => "main", "label" => "restricted" }]
    type = { "id" => "sale", "name" => "Sale", "sections" => [{ "id" => "main", "name" => "Main" }],
             "title_field" => "what", "fields" => fields }
    Server::PolicyEditor.new("Ada").put("record_type", "sale", type, if_match: nil)
    visit("/map?type=sale")
    expect(page).to have_css("td[aria-label^='Price, Anyone: Hidden']")
    visit("/rehearsal?type=sale")
    expect(page).to have_css("h1", text: "First Person")
    expect(form_field("what")["data-level"]).to eq("editable")
    expect(page).to have_no_css(".form-row[data-field='price']")
    visit("/findings?type=sale")
    expect(page).to have_text("No rules here yet")
    visit("/changes")
    expect(page).to have_text("Proved: no new findings")
  end

  def bring_in(page_path, file)
    visit(page_path)
    click_button("Import from a file")
    choose_option_of_kind("Directory document") if page_path == "/people"
    attach("file", file)
    click_button("Preview")
    click_button("Import", exact: true)
    expect(page).to have_no_css(".ant-modal")
  end

  def choose_option_of_kind(name)
    find(".ant-modal .ant-select", match: :first).click
    find(".ant-select-item-option", text: name).click
  end
end
