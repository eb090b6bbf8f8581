# frozen_string_literal: true

# What the page of changes says of edits whose effect is easily overlooked or told wrongly.
RSpec.describe "The account of the changes" do
  def editor = Server::PolicyEditor.new("Mairin Okafor")
  def document = Server::PolicyStore.instance.pending.document
  def rule(id) = document["rules"].find { |each| each["id"] == id }
  def put_rule(edited) = editor.put("rule", edited["id"], edited, if_match: rule(edited["id"]) ? :any : nil)

  def new_rule(effect, **more)
    put_rule(
      {
        "id" => "tried", "title" => "Tried", "reason" => "", "state" => "on", "rank" => 900, "kind" => "ordinary",
        "record_type" => "outgoing-loan", "targets" => { "fields" => ["purpose"] },
        "audience" => { "everyone" => true }, "effects" => [effect]
      }.merge(more.transform_keys(&:to_s))
    )
  end

  # The record type with something done to it. The block is given a copy.
  def change_type(id)
    type = JSON.parse(JSON.generate(document["record_types"].find { |each| each["id"] == id }))
    yield type
    editor.put("record_type", id, type, if_match: :any)
  end

  # Rows of the account: [sentence, is it told as opening?].
  def account
    visit("/changes")
    expect(page).to have_css("h2", text: "Whose access changes")
    expect(page).to have_no_css("[role='status']", text: /Calculating|Checking/)
    rows = all("table.impact > tbody > tr").map do |row|
      [row.find("td").text.lines.first.strip, row.has_css?(".mark-verm", wait: 0)]
    end
    Server::ChangeSet.current.then { |set| Server::ChangeSets.new("Mairin Okafor").take_back(set.id, set.edits.map(&:id)) }
    rows
  end

  def about(rows, field) = rows.select { |row| row[0].include?(field) }

  before { enter_as("mairin") }

  it "tells a condition turned round, a threshold and a mask that move, and a window" do
    moved = rule("ol-signed-loans-keep-their-figures")
    put_rule(moved.merge("when" => { "compare" => "equal", "left" => { "field" => "stage" },
                                     "right" => { "value" => "enquiry" } }))
    count = about(account, "Item count")
    expect(count).to contain_exactly(
      [match(/^When .*Stage .*Signed, Out or Returned.* can now edit .*Item count/), true],
      [match(/^When .*Stage .*Enquiry.* can no longer edit .*Item count/), false]
    )

    costly = rule("ol-costly-loans-name-a-courier")
    put_rule(costly.merge("when" => costly["when"].merge("right" => { "value" => 5 })))
    # Creating and editing are told apart: what is stored as signed is locked as a whole.
    expect(about(account, "Courier")).to all(
      match([/^When .*Insured total is at least 5.* must now fill in Courier/, false])
    ).and(have_attributes(size: 2))

    masked = rule("ol-couriers-keep-the-last-three-digits")
    line = masked["lines"][0]
    longer = line["effects"][0].merge("mask" => { "format" => "keep_last", "count" => 50 })
    put_rule(masked.merge("lines" => [line.merge("effects" => [longer])]))
    expect(about(account, "Telephone")).to all(
      match([/ sees? more of Telephone.*last 3 .* becomes .*last 50/, true])
    ).and(have_attributes(size: 4))

    new_rule({ "effect" => "show" }, audience: { "any" => [{ "role" => "curator" }] },
                                     targets: { "fields" => ["store_location"] }, reach: { "modes" => ["view"] },
                                     window: { "until" => (Date.today + 30).iso8601 })
    expect(about(account, "Store location")).to match([[/ sees? more of Store location.*, until \w+ \d+, \d{4}/, true]])
  end

  it "tells channels, refusals, values that are set, new fields, and forms with fewer" do
    new_rule({ "effect" => "hide" }, reach: { "channels" => %w[automation interface], "modes" => ["view"] })
    expect(about(account, "Purpose")).to match([[/^Everyone sees less of Purpose/, false]])
    new_rule({ "effect" => "refuse", "message" => "Cancel", "at" => "form" }, reach: { "modes" => ["edit"] })
    expect(about(account, "Purpose").map(&:first)).to all(match(/(is|are) refused more saves because of Purpose/))
    new_rule({ "effect" => "set", "to" => { "value" => 0 } }, targets: { "fields" => ["loan_fee"] })
    told = about(account, "Loan fee")
    expect(told.map(&:first)).to all(match(/a different value in Loan fee.*set to 0/)).and(be_any)
    change_type("outgoing-loan") do |type|
      type["fields"] << { "id" => "remark", "name" => "Remark", "kind" => "text", "label" => "open",
                          "section" => type["sections"][0]["id"] }
    end
    expect(about(account, "Remark").map(&:first)).to include(/ more of and can now edit Remark/)
    change_type("study-visit") { |type| type["forms"][0]["sections"][0]["fields"].delete("topic") }
    expect(about(account, "Topic").map(&:first)).to include(/no longer finds? on the form/)
  end

  it "tells the otherwise half by its own condition, and never takes a lock or a requirement for an opening" do
    granted = { "compare" => "equal", "left" => { "field" => "decision" }, "right" => { "value" => "granted" } }
    new_rule({ "effect" => "unlock" }, record_type: "study-visit", targets: { "fields" => ["topic"] }, when: granted,
                                       otherwise: [{ "effect" => "lock" }], reach: { "modes" => ["edit"] })
    told = about(account, "Topic")
    expect(told).not_to be_empty
    expect(told.map(&:first)).to all(
      match(/^When .*Decision isn't Granted \(or is blank\), .*Required becomes Read-only/)
    )

    put_rule(rule("ol-volunteers-never-see-money").merge("state" => "off"))
    told = account
    expect(told).not_to be_empty
    expect(told.map(&:first)).to all(match(/ sees? more /))

    new_rule({ "effect" => "require" }, reach: { "modes" => ["edit"] },
                                        audience: { "any" => [{ "role" => "registrar" }] })
    expect(about(account, "Purpose")).to match([[/must now fill in Purpose.*Editable becomes Required/, false]])
    new_rule({ "effect" => "lock" })
    expect(about(account, "Purpose")).to all(match([/can no longer edit .*Purpose/, false])).and(be_any)
  end

  it "lists stored records that are met otherwise, brings findings, and asks once more before it exposes or traps" do
    new_rule({ "effect" => "require" }, reach: { "modes" => ["edit"] })
    line = { "fields" => ["purpose"], "effects" => [{ "effect" => "require" }, { "effect" => "lock" }] }
    put_rule(rule("tried").merge("lines" => [line]))
    visit("/changes")
    expect(page).to have_css("section[aria-label='New and resolved findings'] li",
                             text: "Required out of reach")
    click_button(text: "stored records of Outgoing loan")
    click_link("LN-0002")
    expect(page).to have_current_path(%r{/rehearsal\?.*record=LN-0002})
    expect(page).to have_css(".form-row[data-field='purpose']")
    page.go_back
    click_button("Publish 1 edit")
    expect(page).to have_css("[role='alert']", text: /Required out of reach.*Purpose is both required and locked/m)
    click_button("Cancel")
    expect(Server::Edition.count).to eq(1)
    click_button("Publish 1 edit")
    click_button("Publish anyway")
    expect(page).to have_content("Edition 2 is in force")
  end
end
