# frozen_string_literal: true

RSpec.describe "Catalogue, People and Changes" do
  before { enter_as("mairin") }

  def broken(name, text) = File.join(SampleDatabase::FOLDER, name).tap { |path| File.write(path, text) }

  it "looks through record types, labels and baselines" do
    visit("/catalogue?type=outgoing-loan")
    expect(page).to have_css("tr", text: "Insured total")
    expect(page).to have_text("item_count * unit_value")
    click_button("Baselines")
    expect(page).to have_css("section", text: /Research loans carry no fee.*when Purpose is Research/m)
    click_button("Collection object")
    expect(page).to have_current_path(/type=collection-object/)
    expect(page).to have_css("h1", text: "Collection object")
    expect_no_barrier
  end

  it "refuses a broken file whole, with each fault and its place; mended, it is read again and opened" do
    visit("/catalogue")
    click_button("Import from a file")
    expect(page).to have_link("Save a template")
    file = broken("broken.csv", "name,kind\nTopic,colour\n,text\n")
    attach("file", file)
    click_button("Preview")
    expect(page).to have_text("The file was rejected; nothing was changed")
    expect(page).to have_text("line 2")
    expect(page).to have_text("line 3 the name is missing")
    expect(page).to have_no_button("Import", exact: true)
    File.write(file, "name,kind\nTopic,text\nVisitors,whole number\n")
    attach("file", file)
    click_button("Preview")
    click_button("Import", exact: true)
    expect(page).to have_css("h1", text: "Broken")
    expect(page).to have_css("tr", text: "Visitors")
  end

  it "looks through people by role, group, department and unit" do
    visit("/people")
    find(".side-list button", text: "Custodians", match: :first).click
    expect(page).to have_css("h1", text: "Custodians")
    expect(page).to have_css("tbody tr", count: 4)
    fill_in("Find people", with: "nadia")
    expect(page).to have_css("tbody tr", count: 1)
    click_link("Rehearse")
    expect(page).to have_css("h1", text: "Nadia Vosper")
  end

  it "asks what a file of people is complete for, and shows each right lost before it is imported" do
    Dir.mktmpdir do |folder|
      file = File.join(folder, "asha.ldif")
      File.write(file, "dn: uid=asha.brandt,dc=x\nobjectClass: inetOrgPerson\nuid: asha.brandt\ncn: Asha Brandt\n")
      visit("/people")
      click_button("Import from a file")
      attach("file", file)
      click_button("Preview")
      expect(page).to have_css("[aria-label=Preview]", text: "loses the role Registrar")
      find("label", text: "the roles of the people in it").click
      click_button("Preview")
      expect(page).to have_css("[aria-label=Preview]", text: "loses the group Loans Committee")
      expect(page).to have_no_text("loses the role Registrar")
    end
  end

  it "brings in a large file of people as a job, after its preview" do
    one = "objectClass: inetOrgPerson\ncn: #{'P' * 60}\n"
    file = broken("crowd.ldif", (1..2600).map { |index| "dn: uid=p#{index},o=x\nuid: p#{index}\n#{one}\n" }.join)
    visit("/people")
    click_button("Import from a file")
    attach("file", file)
    click_button("Preview")
    expect(page).to have_css("[aria-label=Preview] h3", text: "Adds 2600")
    expect(page).to have_css("[aria-label=Preview] li", text: "and 2400 more")
    click_button("Import", exact: true)
    expect(page).to have_text("The directory is up to date")
    fill_in("Find people", with: "p2600")
    expect(page).to have_css("tbody tr", count: 1)
  end

  it "puts somebody into a group after reading what that changes, and makes a new person" do
    visit("/people")
    fill_in("Find people", with: "Cleo")
    click_button("Edit Cleo Marchetti")
    choose_option("Groups", "Insurance Circle", typing: "Insurance")
    close_list
    expect(page).to have_css("section[aria-label='Who this affects'] li",
                             text: /Cleo Marchetti sees more of .*Unit value/)
    click_button("Save")
    expect(page).to have_css("tr", text: /Cleo Marchetti.*Insurance Circle/m)
    click_button("New person")
    keys("Asha Brandt")
    expect(page).to have_css("[role=alert]", text: "“asha.brandt” is already the identifier of Asha Brandt")
    fill_in("Name", with: "Nell Ashby")
    expect(page).to have_field("Identifier, such as name.surname", with: "nell.ashby")
    expect(page).to have_css("li", text: "Not compared, because they exist on one side only: 1 person new.")
    click_button("Save")
    fill_in("Find people", with: "Nell")
    expect(page).to have_css("tr", text: "Nell Ashby")
  end

  it "makes a person with a role and a sign-in of their own in one step" do
    visit("/people")
    click_button("New person")
    keys("Nell Ashby")
    fill_in("Roles", with: "Framer")
    expect(page).to have_button("Add the role “Framer”")
    keys(:enter)
    close_list
    find("label", text: "With a sign-in").click
    expect(page).to have_text("Type an initial password of at least 10 characters.")
    fill_in("Initial password, at least 10 characters", with: "long enough 1")
    expect(page).to have_field("Sign-in name", with: "nell.ashby")
    expect_no_barrier
    click_button("Save")
    expect(page).to have_css("nav button", text: "Framer")
    user = Server::PolicyStore.instance.directory.find(:user, "nell.ashby")
    expect([user.roles, Server::Account.named("nell.ashby").person]).to eq([["framer"], "nell.ashby"])
  end

  it "adds people from a list, with a role made in passing" do
    visit("/people")
    click_button("Add people")
    keys("Nell Ashby, nell@example.org, Courier", :enter, "Orso Quill, Framer")
    expect(page).to have_css("[role=alert]", text: /Line 2: there is no role, .* or unit called “Framer”/)
    expect(page).to have_button("Save", disabled: true)
    find("label", text: "add roles that don’t exist yet").click
    expect(page).to have_css("[role=status]", text: "Orso Quill (orso.quill), Framer")
    expect(page).to have_css("section[aria-label='Who this affects'] li")
    expect_no_barrier
    click_button("Save")
    expect(page).to have_css("nav button", text: "Framer")
    fill_in("Find people", with: "Nell")
    expect(page).to have_css("tr", text: /Nell Ashby.*Courier/m)
  end

  it "puts several people in at once" do
    visit("/people?within=group:loans-committee")
    click_button("Members")
    choose_option("Add", "Cleo Marchetti", typing: "Cleo")
    keys("Ilka")
    find(".ant-select-item-option", text: "Ilka Fenn").click
    close_list
    expect(page).to have_css("section[aria-label='Who this affects'] li", minimum: 1)
    click_button("Save")
    expect(page).to have_css("tr", text: "Ilka Fenn")
    expect(page).to have_css("tr", text: "Cleo Marchetti")
  end

  it "makes a group by hand, puts it under another, and takes a role out with what that does" do
    visit("/people")
    click_button("New group")
    fill_in("Name of the group", with: "Night watch")
    choose_option("Parent", "Custodians", typing: "Custod")
    close_list
    expect(page).to have_css("section[aria-label='Who this affects'] li", text: "Proved: no one’s access")
    click_button("Save")
    expect(page).to have_css("h1", text: "Night watch")
    click_button("Edit Night watch")
    click_button("Remove from the directory")
    click_button("Remove", exact: true)
    click_button("Save")
    expect(page).to have_css("h1", text: "People")
    visit("/people?within=role:registrar")
    click_button("Edit Registrar")
    click_button("Remove from the directory")
    click_button("Remove", exact: true)
    expect(page).to have_text("and 4 people will lose it")
    expect(page).to have_css("[role=alert]", text: /no role “registrar”/)
  end

  it "shows a person's own page: what they are in and through what, their map, their rules, and what if" do
    visit("/people")
    click_link("Tomas Reyl")
    expect(page).to have_css("tr", text: /Three Lanterns Museums Trust\s+business unit\s+through Tidewater House/)
    expect(page).to have_css(".own-map a[aria-label='Borrower contact, editing: Editable']")
    expect(page).to have_css("section[aria-label='Rules that apply'] .rule-row", minimum: 3)
    expect_no_barrier
    click_button("Try changes")
    choose_option("Roles", "Registrar", typing: "Regist")
    close_list
    expect(page).to have_css("section[aria-label='Who this affects'] li", text: /Tomas Reyl .*sees more of/)
    expect(page).to have_no_button("Save")
    visit("/people/nobody.here")
    expect(page).to have_text("No one in the directory is called “nobody.here”")
  end

  it "has no barrier on People and Changes" do
    visit("/people")
    expect(page).to have_css("tbody tr")
    expect_no_barrier
    Server::PolicyEditor.new("Mairin").put("rule", "ol-fees-belong-to-finance", nil, if_match: :any)
    visit("/changes")
    expect(page).to have_text("Whose access changes")
    expect(page).to have_css("tbody tr")
    expect_no_barrier
  end

  it "has no barrier at the door, and says what is wrong there" do
    leave
    expect_no_barrier
    fill_in("Sign-in name", with: "mairin")
    fill_in("Password", with: "wrong")
    click_button("Sign in")
    expect(page).to have_css("[role=alert]", text: "The name or the password is wrong")
  end

  it "keeps the shade a person chose" do
    click_button("Dark")
    expect(page).to have_css("html[data-shade='dark']")
    page.refresh
    expect(page).to have_css("html[data-shade='dark']")
    expect(page).to have_css("td[aria-label^='Stage, Registrar']")
    expect_no_barrier
    click_button("Light")
  end
end
