# frozen_string_literal: true

RSpec.describe "What happens elsewhere" do
  it "reaches an open page: an edition, somebody's edit, a role taken away, the end of the session" do
    enter_as("mairin", at: "/rules?type=outgoing-loan&state=pending")
    expect(page).to have_css(".rule-row", text: "Fees belong to Finance")
    rule = Server::PolicyStore.instance.pending.document["rules"].find { |each| each["title"] == "Fees belong to Finance" }
    Server::PolicyEditor.new("Dorian").put("rule", rule["id"], rule.merge("title" => "Fees of others"), if_match: :any)
    expect(page).to have_css(".rule-row", text: "Fees of others")
    Server::Publisher.new("Dorian").publish(revision: Server::ChangeSet.current.revision, note: "")
    expect(page).to have_text("Edition 2 is now in force")
    expect(page).to have_css("header", text: "Edition 2")
    Server::Account.named("mairin").update!(access: "record_user")
    expect(page).to have_no_link("Map")
    expect(page).to have_css("h1", text: "Outgoing loans")
    Server::Session.find_each(&:destroy!)
    expect(page).to have_text("Your session has ended")
    pass_the_door("mairin")
    expect(page).to have_css("h1", text: "Outgoing loans")
  end
end
