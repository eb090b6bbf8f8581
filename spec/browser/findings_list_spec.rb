# frozen_string_literal: true

# The list of findings: asked with parts of the question, walked by keys, proved while it is revealed.
RSpec.describe "Findings, listed" do
  def put(*documents)
    edits =
      documents.map do |document|
        CobaltLedger::Changes::Edit.new(kind: "rule", id: document["id"], before: nil, after: document)
      end
    Server::PolicyEditor.new("Mairin").put_all(edits, revision: Server::ChangeSet.current.revision)
  end

  def extra(number, effect, audience: { "everyone" => true }, **more)
    {
      "id" => "extra-#{number}",
      "title" => "Extra #{number}",
      "kind" => "ordinary",
      "rank" => 500 + number,
      "record_type" => "outgoing-loan",
      "state" => "on",
      "targets" => {
        "fields" => ["packing"]
      },
      "audience" => audience,
      "effects" => [{ "effect" => effect }]
    }.merge(more.transform_keys(&:to_s))
  end

  def couriers = { "any" => [{ "role" => "courier" }] }

  def proved = expect(page).to(have_text(/proved today at/))

  it "asks with open parts, says what the question leaves out, and opens it again" do
    put(extra(1, "hide", audience: couriers), extra(2, "show", audience: couriers, reach: { "modes" => ["view"] }))
    enter_as("mairin", at: "/findings?type=outgoing-loan")
    proved
    disagreement = "501 “Extra 1” and 502 “Extra 2” disagree on Packing"
    number = Server::PolicyStore.instance.pending.policy.rules.find { |rule| rule.id == "extra-1" }.number
    words = disagreement.sub("501", number).sub("502", (number.to_i + 1).to_s)
    expect(page).to have_css(".finding-row", text: words)
    choose_option("Mode", "editing")
    expect(page).to have_no_css(".finding-row", text: words)
    choose_option("Mode", "viewing")
    expect(page).to have_css(".finding-row", text: words)
    find("button[aria-label='For: anyone']").click
    choose_option("For whom", "Curator")
    keys(:escape)
    expect(page).to have_no_css(".finding-row", text: words)
    expect(page).to have_text(/\d+ more (is|are) about rules outside this question/)
    click_button("Show all")
    expect(page).to have_css(".finding-row", text: words)
    expect(page.current_url).to end_with("/findings?type=outgoing-loan")
  end

  it "is walked by the arrow keys, narrowed to one kind, and keeps what was chosen through a reload" do
    enter_as("mairin", at: "/findings")
    proved
    rows = all(".finding-row").map(&:text)
    page.execute_script("document.querySelector('.finding-row').focus()")
    keys(:down, :down, :up, :enter)
    expect(page).to have_css("aside[aria-label='Finding']")
    expect(find(".finding-row.on").text.lines.first).to eq(rows[1].lines.first)
    refresh
    expect(page).to have_css(".finding-row.on")
    find("aside[aria-label='Finding']").click_button("Close")
    choose_option("Kind of finding", "Self-opening lock")
    expect(all(".finding-row .kind").map(&:text).uniq).to eq(["Self-opening lock"])
    expect_no_barrier
  end

  it "tells that it looks, and once it is cancelled what is kept and how to go on" do
    gate, opener = IO.pipe
    allow(Server::AuditPart).to receive(:keep).and_wrap_original do |keep, *given|
      gate.read(1) && keep.call(*given)
    end
    enter_as("mairin", at: "/findings")
    expect(page).to have_css(".audit-progress", text: "Cancel")
    expect(page).to have_text("Nothing proved yet.")
    opener.write("x")
    expect(page).to have_css(".finding-row")
    click_button("Cancel")
    expect(page).to have_text("The audit was cancelled. Its results so far are kept.")
    opener.write("x" * 30)
    click_button("Audit again")
    proved
    expect(page).to have_no_text("The audit was cancelled")
  end

  it "says so when the finding of a link is there no longer, and when something is not decided" do
    # Whether two long texts can overlap in one that is not long enough for both is not looked into.
    long =
      %w[a b].map do |letter|
        {
          "compare" => "includes",
          "left" => {
            "field" => "borrower_contact"
          },
          "right" => {
            "value" => letter * 6_000
          }
        }
      end
    put(extra(1, "hide", when: { "all" => long }))
    enter_as("mairin", at: "/findings?type=outgoing-loan&finding=123abc")
    proved
    expect(page).to have_css("aside[aria-label='Finding'] h1", text: "Resolved")
    expect(page).to have_css(
      ".notice", text: "Undecided: Packing (outgoing loan). Findings there are true, but there may be more"
    )
    expect_no_barrier
  end

  it "lists who disagrees with whom where a matrix would be too wide, the most entangled first" do
    put(extra(1, "hide", audience: couriers), *(2..38).map { |number| extra(number, "show", audience: couriers) })
    enter_as("mairin", at: "/findings?type=outgoing-loan&picture=yes")
    expect(page).to have_css(".entangled tbody tr:first-child th", text: "Extra 1")
    expect(page).to have_css(".entangled tbody tr:first-child td button", minimum: 37)
    find(".entangled tbody tr:first-child td button:first-child").click
    expect(page).to have_css("aside[aria-label='Finding']", text: "disagree on Packing")
    expect_no_barrier
  end
end
