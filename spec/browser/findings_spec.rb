# frozen_string_literal: true

# What the audit proves, read, rehearsed, mended and accepted, on the policy with deliberate flaws.
RSpec.describe "Findings" do
  before do
    Server::PolicyEditor.new("Mairin").put_all(flaws, revision: Server::ChangeSet.current.revision)
    SampleDatabase.proved(:flawed)
    enter_as("mairin", at: "/findings?type=outgoing-loan")
    find(".finding-row", text: "Policy number is required")
  end

  # The edits that lead from the sample policy to the flawed one.
  def flaws
    flawed = CobaltLedger::Formats::StrictJson.read(File.binread("demo/flawed-policy.json"))
    CobaltLedger::Changes::DocumentEdits.between(Server::PolicyStore.instance.pending.document, flawed)
  end

  def choose(words)
    find(".finding-row", text: words).click
    expect(page).to have_css("aside[aria-label='Finding']")
  end

  it "lets a disagreement be read, rehearsed and mended, and it is gone" do
    choose("32 “Fees for the panel” and 33 “Fees kept from curators” disagree on Loan fee")
    expect(find(".overlap")).to have_text(/Who\s*.*Cleo Marchetti.*Modes\s*in every mode/m)
    expect(page).to have_css(".winner", text: "33 “Fees kept from curators” wins: strictest wins, and it gives hidden.")
    click_link("Open in rehearsal")
    expect(page).to have_css(".form-head h1")
    expect(page).to have_css(
      "button[aria-label^='When and from where: " \
      "#{TZInfo::Timezone.get('Europe/London').to_local(Time.now).strftime('%b %-d, %Y')}']"
    )
    expect(page).to have_no_css(".form-row[data-field='loan_fee']")
    go_back
    find("[aria-label='Affected cells of the map']").click_link("Loan fee for Cleo Marchetti")
    expect(page).to have_css("aside h1", text: "Loan fee")
    refresh
    expect(page).to have_css("aside", text: "overruled by 33: hidden is stricter")
    go_back
    find(
      "[aria-label='Possible fixes'] button",
      text: "Exclude from 32 “Fees for the panel” those whom 33 “Fees kept from curators” is for"
    ).click
    expect(page).to have_css(".remedies .what")
    click_button("Add to change set")
    expect(page).to have_text("Saved to the change set")
    expect(page).to have_no_css(
      ".finding-row", text: "32 “Fees for the panel” and 33 “Fees kept from curators” disagree"
    )
    expect(
      Server::PolicyStore.instance.pending.document["rules"].find { |rule| rule["id"] == "flaw-fee-for-the-panel" }[
        "audience"
      ][
        "except"
      ]
    ).to eq([{ "role" => "curator" }])
  end

  it "keeps a finding accepted after a new run, out of the way" do
    choose("38 “Packing holds for research”")
    # What comes later above a button moves it.
    expect(page).to have_link("Packing for Registrar")
    click_button("Accept with a reason")
    fill_in("Reason for accepting it", with: "Registrars decide the purpose")
    click_button("Accept")
    expect(page).to have_css(
      "section[aria-label='Accepted']", text: "Registrars decide the purpose (Mairin Okafor, indefinitely)"
    )
    Server::PolicyEditor.new("Mairin").put("rule", "flaw-summer-handlers", nil, if_match: :any)
    visit("/findings?type=outgoing-loan")
    expect(page).to have_no_css(".finding-row", text: "Summer handlers")
    expect(page).to have_no_css(".finding-row", text: "38 “Packing holds for research”")
    find("label", text: "Show accepted").click
    expect(page).to have_css(".finding-row", text: "accepted by Mairin Okafor")
  end

  it "shows in one picture which rules disagree" do
    click_button("Disagreements")
    click_button("33 against 32 on Loan fee")
    expect(page).to have_css("aside[aria-label='Finding']", text: "disagree on Loan fee")
    expect_no_barrier
  end

  it "has no barrier for assistive technology, in list, panel and precedence" do
    choose("Policy number is required by 35")
    expect_no_barrier
    visit("/precedence?type=outgoing-loan")
    find("label", text: "first in order wins").click
    expect(page).to have_css("h3", text: /cells? of the map change/)
    expect_no_barrier
  end

  it "shows what another precedence changes before it is kept" do
    visit("/precedence?type=outgoing-loan")
    expect(page).to have_css("[aria-label='Sight'] tr:nth-child(1) td:last-child", text: "hidden")
    find("label", text: "most open wins").click
    expect(page).to have_css("[aria-label='Sight'] tr:nth-child(1) td:last-child", text: "shown")
    expect(page).to have_css("aside", text: "Loan fee")
    expect(Server::PolicyStore.instance.pending.policy.precedence).to eq("strictest")
    click_button("Use “most open wins” for the policy")
    expect(page).to have_text("Saved to the change set")
    expect(Server::PolicyStore.instance.pending.policy.precedence).to eq("most_open")
  end

  it "chooses a method for one field, and lets it go again" do
    visit("/precedence?type=outgoing-loan&for=field&field=loan_fee")
    find("label", text: "most open wins").click
    expect(page).to have_css("h3", text: /cells? of the map change/)
    click_button("Use “most open wins” for Loan fee")
    expect(page).to have_css(".account-lines", text: "Loan fee of outgoing loan: most open wins")
    expect(Server::PolicyStore.instance.pending.policy.record_type("outgoing-loan").field("loan_fee").precedence).to eq(
      "most_open"
    )
    expect_no_barrier
    find("label", text: "same as the policy (strictest wins)").click
    click_button("Make Loan fee the same as the policy")
    expect(page).to have_no_css(".account-lines")
    go_back
    expect(page).to have_css("h1", text: "Findings")
  end

  it "rings contested cells on the map, and answers who else and what it would take" do
    visit("/map?type=outgoing-loan")
    expect(cell_words("Leaving date", "Courier")).to eq("Read-only (rules disagree)")
    cell("Item count", "Loans Officer").click
    keys(:enter)
    click_button("What would let Loans Officer edit it?")
    expect(page).to have_css(".ask", text: "Editable\nwhen Stage is Enquiry, Proposed or Approved (or is blank)")
    click_button("What stops Loans Officer from editing it?")
    expect(page).to have_css(
      ".ask",
      text: "Read-only\nwhen Stage is Signed, Out or Returned\n14 “Signed loans keep their figures” gives locked"
    )
    click_button("Who else can see this?")
    expect(page).to have_css(".ask", text: "Tomas Reyl")
  end

  it "changes ranks by keyboard" do
    visit("/rules?type=study-visit")
    find(".rule-row", text: "Answering visitors").send_keys(%i[alt up])
    expect(page).to have_css(".rule-row:first-of-type", text: "Answering visitors")
    expect(Server::PolicyStore.instance.pending.policy.rules_of("study-visit").first.title).to eq("Answering visitors")
  end
end
