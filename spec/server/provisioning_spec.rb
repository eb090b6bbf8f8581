# frozen_string_literal: true

require_relative "../support/scim_client"

# Identity providers push people and groups by SCIM 2.0, as a client that was written from its RFCs alone asks for it.
RSpec.describe "Identity providers" do
  def provider(groups: "groups", labels: [], name: "Staff register")
    sign_in("mairin")
    call(:post, "/api/providers", { name: name, groups: groups, labels: labels, days: 30 })
    @secret = answer.fetch("secret")
    client(@secret)
  end

  def client(secret)
    clear_cookies
    ScimClient.new(secret) do |verb, path, headers, body|
      env = headers.transform_keys do |name|
        "HTTP_#{name.upcase.tr('-', '_')}".sub("HTTP_CONTENT_TYPE", "CONTENT_TYPE")
      end
      custom_request(verb, "/scim/v2#{path}", {}, body ? env.merge(input: body) : env)
      [last_response.status, last_response.headers, last_response.body]
    end
  end

  def not_include(text) = satisfy { |found| !found.include?(text) }
  def directory = Server::PolicyStore.instance.directory
  def user(id) = directory.find(:user, id)
  def last_push = Server::Push.last.to_view
  def add_members(*members) = { "op" => "add", "path" => "members", "value" => members }
  def remove_member(id) = { "op" => "remove", "path" => "members[value eq \"#{id}\"]" }
  def held = call(:get, "/api/pushes/held") && answer["items"]

  def decide(verdict, *items)
    call(:post, "/api/pushes/held",
         { verdict: verdict, items: items.map { |item| item.slice("list", "id", "digest") } })
  end

  # Whoever asks a provider's questions from one address is let in by the token alone.
  it "are let in by a live token, and told so in the standard's words where they are not" do
    scim = provider
    expect(scim.get("/ServiceProviderConfig")["patch"]).to eq("supported" => true)
    expect(scim.get("/ResourceTypes")["Resources"].map { |each| each["endpoint"] }).to eq(%w[/Users /Groups])
    expect(scim.get("/ResourceTypes/User")["schemaExtensions"].size).to eq(3)
    schema = scim.get("/Schemas/#{ScimClient::USER}")
    expect(schema["attributes"].find { |each| each["name"] == "userName" }).to include("uniqueness" => "server")
    expect(schema["attributes"].map { |each| each["name"] }).not_to include("password")

    stranger = client("cobalt_scim_unknown")
    expect([stranger.get("/Users").status, stranger.get("/ServiceProviderConfig").status]).to eq([401, 401])
    expect(last_response.headers["www-authenticate"]).to start_with("Bearer")
    sign_in("mairin")
    call(:delete, "/api/providers/#{Server::Provider.last.id}")
    expect(client(@secret).get("/Users").status).to eq(401)
    # A decision token opens nothing here, and this one nothing there.
    header "Authorization", "Bearer #{@secret}"
    get "/api/people"
    expect(last_response.status).to eq(401)
  end

  it "make, find, change and delete a person, with what each changed in access" do
    scim = provider
    made = scim.create(
      "/Users", "userName" => "Nell.Ashdown@three-lanterns.example", "externalId" => "e-1",
                "name" => { "givenName" => "Nell", "familyName" => "Ashdown" }, "phoneNumbers" => [{ "value" => "1" }],
                "emails" => [{ "value" => "nell@three-lanterns.example", "type" => "work", "primary" => true }],
                "roles" => [{ "value" => "Courier" }],
                ScimClient::ENTERPRISE => { "department" => "Night School", "employeeNumber" => "77" }
    )
    expect(made.status).to eq(201)
    expect(user("nell.ashdown").to_h).to include(
      name: "Nell Ashdown", email: "nell@three-lanterns.example", roles: ["courier"], department: "night-school",
      attributes: { "employeeNumber" => "77" }
    )
    expect(last_push).to include("by" => "Staff register", "left_out" => ["phoneNumbers"])
    expect(last_push["altered"]["adds"].map { |each| each["title"] }).to include("Department Night School")
    expect(last_push["sentences"].join).to include("Nell Ashdown")

    expect(scim.create("/Users", "userName" => "NELL.ashdown@three-lanterns.example").body).to include(
      "scimType" => "uniqueness", "status" => "409"
    )
    expect(scim.find("/Users", "userName eq \"nell.ASHDOWN@three-lanterns.example\"").map { |each| each["id"] })
      .to eq(["nell.ashdown"])
    expect(scim.find("/Users", "externalId eq \"E-1\"")).to be_empty
    path = "/Users/nell.ashdown"
    found = scim.get(path)
    expect(found["meta"].keys).to include("created", "lastModified", "version")
    expect(scim.get(path, "if-none-match" => found.etag).status).to eq(304)

    changed = scim.patch(path, { "op" => "Replace", "path" => "name.familyName", "value" => "Ashdown-Reyl" },
                         { "op" => "add", "value" => { "title" => "Courier" } }, "if-match" => found.etag)
    expect([changed["name"], user("nell.ashdown").name]).to eq(
      [{ "givenName" => "Nell", "familyName" => "Ashdown-Reyl" }, "Nell Ashdown-Reyl"]
    )
    expect(scim.patch(path, { "op" => "remove", "path" => "title" }, "if-match" => found.etag).status).to eq(412)
    expect(scim.ask("PUT", path, found.body.except("roles"), "if-match" => changed.etag).status).to eq(200)
    expect(user("nell.ashdown").to_h).to include(name: "Nell Ashdown", roles: ["courier"])

    expect(scim.ask("DELETE", path).status).to eq(204)
    expect([user("nell.ashdown"), scim.get(path).status]).to eq([nil, 404])
    expect(scim.create("/Users", "userName" => "nell.ashdown@three-lanterns.example").id).to eq("nell.ashdown-2")
    expect(Server::JournalEntry.where(kind: "pushed").map(&:actor).uniq).to eq(["Staff register"])
  end

  it "find the people there are, a page at a time, sorted, and no programs" do
    scim = provider
    everyone = scim.get("/Users?count=1000")
    expect(everyone["totalResults"]).to eq(directory.users.reject(&:program?).size)
    page = scim.get("/Users?startIndex=3&count=2&sortBy=displayName&sortOrder=descending&attributes=displayName")
    names = everyone["Resources"].map { |each| each["displayName"] }.sort_by(&:downcase).reverse
    expect(page["Resources"].map { |each| each["displayName"] }).to eq(names[2, 2])
    expect(page["Resources"].flat_map(&:keys).uniq).to contain_exactly("schemas", "id", "displayName")
    expect(page.body.slice("startIndex", "itemsPerPage")).to eq("startIndex" => 3, "itemsPerPage" => 2)
    expect(scim.get("/Users?count=0")["Resources"]).to eq([])
    expect(scim.get("/Users?filter=shoeSize%20pr").body).to include("scimType" => "invalidFilter", "status" => "400")
    expect(scim.get("/Users?count=many").body).to include("scimType" => "invalidValue")
    search = scim.ask("POST", "/Users/.search", { "schemas" => ["#{ScimClient::MESSAGES}:SearchRequest"],
                                                  "filter" => "roles[value eq \"courier\"]", "attributes" => ["id"] })
    expect(search["Resources"].map { |each| each["id"] }).to match_array(directory.within(:role, "courier"))
  end

  it "fill groups and roles, and are told of what is not there" do
    scim = provider
    made = scim.create("/Groups", "displayName" => "Lamp Crew", "members" => [{ "value" => "ilka.fenn" }])
    more = [{ "value" => "night-custodians", "type" => "Group" }, { "value" => "asha.brandt" }]
    expect(scim.patch("/Groups/#{made.id}", add_members(*more), remove_member("ilka.fenn")).status).to eq(200)
    expect(directory.find(:group, "night-custodians").above).to contain_exactly("custodians", made.id)
    expect(user("ilka.fenn").groups).not_to include(made.id)
    expect(user("asha.brandt").groups).to include(made.id)
    expect(scim.get("/Users/asha.brandt")["groups"].map { |each| each["value"] }).to include(made.id)
    ring = add_members("value" => "custodians", "type" => "Group")
    expect(scim.patch("/Groups/night-custodians", ring).status).to eq(409)
    expect(scim.patch("/Groups/#{made.id}",
                      add_members("value" => "no.one"))["detail"]).to include("There is no user or group “no.one”")
    expect(scim.patch("/Groups/#{made.id}", { "op" => "remove", "path" => "members", "value" => [{ "value" => "x" }] })
      .body).to include("scimType" => "invalidValue")
    expect(scim.ask("DELETE", "/Groups/loans-committee")["detail"]).to include("still needs it")
    expect(scim.ask("DELETE", "/Groups/#{made.id}").status).to eq(204)
    expect(directory.find(:group, "night-custodians").above).to eq(["custodians"])

    roles = provider(groups: "roles", name: "Roles")
    expect(roles.get("/Groups/courier")["members"].map { |each| each["value"] }).to match_array(
      directory.within(:role, "courier")
    )
    roles.patch("/Groups/courier", remove_member("ilka.fenn"))
    expect(user("ilka.fenn").roles).not_to include("courier")
  end

  it "send many at once, each done or refused by itself, and refer to what is only being made" do
    scim = provider
    user = ->(name) { { "schemas" => [ScimClient::USER], "userName" => name } }
    before = Server::DirectoryVersion.count
    reply = scim.bulk(
      { "method" => "POST", "path" => "/Groups", "bulkId" => "g", "data" => {
        "schemas" => [ScimClient::GROUP], "displayName" => "Lamp Crew",
        "members" => [{ "value" => "bulkId:a", "type" => "User" }]
      } },
      { "method" => "POST", "path" => "/Users", "bulkId" => "a", "data" => user.call("one") },
      { "method" => "POST", "path" => "/Users", "bulkId" => "b", "data" => user.call("one") },
      { "method" => "DELETE", "path" => "/Users/no.one" },
      { "method" => "PATCH", "path" => "/Users/bulkId:a", "data" => {
        "schemas" => ["#{ScimClient::MESSAGES}:PatchOp"],
        "Operations" => [{ "op" => "add", "path" => "title", "value" => "First" }]
      } }
    )
    expect(reply["Operations"].map { |each| each["status"] }).to eq(%w[201 201 409 404 200])
    expect(reply["Operations"][2]["response"]).to include("scimType" => "uniqueness")
    expect(user("one").to_h).to include(groups: ["lamp-crew"], attributes: { "title" => "First" })
    expect(Server::DirectoryVersion.count).to eq(before + 1)
    stopped = scim.bulk(*%w[x y z].map { |id| { "method" => "DELETE", "path" => "/Users/#{id}" } }, "failOnErrors" => 2)
    expect(stopped["Operations"].size).to eq(2)
    # What can't be one change is tried one by one.
    mixed = scim.bulk({ "method" => "DELETE", "path" => "/Groups/loans-committee" },
                      { "method" => "POST", "path" => "/Users", "bulkId" => "c", "data" => user.call("two") })
    expect(mixed["Operations"].map { |each| each["status"] }).to eq(%w[409 201])
  end

  it "make someone inactive: without memberships, signed out, and back as before" do
    provider
    sign_in("ilka")
    inactive = { "op" => "replace", "path" => "active", "value" => false }
    scim = client(@secret)
    before = user("ilka.fenn").to_h
    expect(scim.patch("/Users/ilka.fenn", inactive)["roles"]).not_to be_nil
    expect(user("ilka.fenn").to_h).to include(roles: [], groups: [], attributes: {}, name: "Ilka Fenn")
    expect(Server::Session.where(account: Server::Account.named("ilka"))).to be_empty
    expect(last_push["altered"]["changes"].flat_map { |each| each["lines"] }).to include("can’t sign in any more")
    expect(last_push["sentences"]).to be_empty
    expect([sign_in("ilka"), answer["detail"]]).to eq([401, "Your account is no longer active. Ask an administrator."])
    # Groups change meanwhile; what they are is kept aside.
    client(@secret).patch("/Groups/custodians", add_members("value" => "ilka.fenn"))
    expect(user("ilka.fenn").groups).to eq([])
    client(@secret).patch("/Users/ilka.fenn", inactive.merge("value" => true))
    expect(user("ilka.fenn").to_h).to eq(before.merge(groups: before[:groups] + ["custodians"]))
    expect(sign_in("ilka")).to eq(200)

    # Whoever could let others in again is not shut out.
    client(@secret).patch("/Users/zora.nightingale", inactive)
    expect(client(@secret).patch("/Users/mairin.okafor", inactive)["detail"]).to include("last administrator")
    expect(sign_in("mairin")).to eq(200)
  end

  it "are held back where a change opens labelled fields, until somebody else signs it" do
    scim = provider(labels: %w[confidential restricted])
    reply = scim.patch("/Users/alba.trent", { "op" => "remove", "path" => "roles[value eq \"curator\"]" },
                       { "op" => "replace", "path" => "title", "value" => "Assistant" })
    # The provider finds what it said, and that it waits.
    expect(reply["roles"].map { |each| each["value"] }).to eq(["loans-officer"])
    expect(reply["urn:cobalt-ledger:scim:held:1.0"]).to eq("held" => true)
    expect(user("alba.trent").roles).to include("curator")
    # What opens nothing goes through beside it.
    scim.patch("/Groups/custodians", add_members("value" => "alba.trent"))
    scim.patch("/Users/bram.oduya", { "op" => "replace", "path" => "title", "value" => "Lead" })
    expect(user("bram.oduya").attributes["title"]).to eq("Lead")
    expect(user("alba.trent").groups).to eq(["tercentenary-project"])

    sign_in("mairin")
    item = held.first
    expect(item).to include("name" => "Alba Trent", "by" => "Staff register",
                            "hindrance" => "You made this provider’s token, so someone else must sign")
    expect(item["lines"]).to include("loses the role Curator", "gains the group Custodians")
    expect(call(:get, "/api/pushes/held/users/alba.trent")).to eq(200)
    expect(answer["opens"]).to all(match(/Alba Trent sees more of (and can now edit )?E-mail of an outgoing loan/))
    expect(answer["others"].join).to include("Alba Trent can no longer").and(not_include("sees more of"))
    expect(call(:get, "/api/pushes/held/users/ilka.fenn")).to eq(404)
    expect(decide("signed", item)).to eq(403)
    sign_in("yusuf")
    expect(decide("signed", item.merge("digest" => "0"))).to eq(412)
    # Somebody edits the same person by hand meanwhile.
    sign_in("zora")
    newest = Server::DirectoryVersion.newest
    after = newest.directory_document["users"].find { |each| each["id"] == "alba.trent" }
    edit = { list: "users", id: "alba.trent", after: after.merge("units" => ["orrery-hall"]) }
    expect(call(:post, "/api/directory/edits", { edits: [edit], version: newest.sha256 })).to eq(200)
    sign_in("yusuf")
    expect(decide("signed", item)).to eq(412)
    # Another edition: what was read may mean something else.
    item = held.first
    Server::Setup.first_edition(Server::Edition.newest.policy_document, by: "Mairin Okafor", note: "Again")
    expect(decide("signed", item)).to eq(412)
    expect(decide("signed", held.first)).to eq(200)
    expect(answer).to eq("items" => [], "total" => 0)
    expect(user("alba.trent").to_h).to include(
      roles: ["loans-officer"], units: ["orrery-hall"], groups: contain_exactly("tercentenary-project", "custodians")
    )
    expect(Server::JournalEntry.last.slice("kind", "actor", "subject")).to eq(
      "kind" => "push_signed", "actor" => "Yusuf Harrow", "subject" => "Alba Trent"
    )
    expect(Server::JournalEntry.where(kind: "pushed").pluck(:actor).uniq).to eq(["Staff register"])
    expect(client(@secret).get("/Users/alba.trent").body).not_to have_key("urn:cobalt-ledger:scim:held:1.0")
  end

  it "lose nothing of each other, and nobody signs what was pushed while they decided" do
    scim = provider(labels: %w[confidential restricted])
    title = { "op" => "add", "path" => "title", "value" => "Assistant" }
    scim.patch("/Users/alba.trent", { "op" => "remove", "path" => "roles[value eq \"curator\"]" })
    sign_in("yusuf")
    item = held.first
    # While one is worked out, another request comes: both count.
    tries = 0
    Server::PushRun.for(Server::Provider.last).run("by hand") do |desk, _|
      tries += 1
      client(@secret).patch("/Groups/custodians", add_members("value" => "bram.oduya")) if tries == 1
      found = desk.item("users", "bram.oduya")
      desk.put("users", "bram.oduya", found.merge("attributes" => { "title" => "Lead" }), now: Time.now)
    end
    expect(tries).to eq(2)
    expect(user("bram.oduya").to_h).to include(groups: include("custodians"), attributes: { "title" => "Lead" })
    # What was shown has been checked, and changes before it is released: that is noticed.
    other = [title]
    allow(Server::Push).to receive(:mark).and_wrap_original do |mark|
      other.pop&.then { |operation| client(@secret).patch("/Users/alba.trent", operation) }
      mark.call
    end
    account = Server::Account.named("yusuf")
    expect { Server::HeldPushes.new(account).decide([item], "signed") }.to raise_error(Server::Problem, /has changed/)
    expect(other).to be_empty
    expect(user("alba.trent").roles).to include("curator")
  end

  it "are turned down, and a new person who was held back is gone then" do
    scim = provider(labels: %w[confidential restricted])
    made = scim.create("/Users", "userName" => "pia", "roles" => [{ "value" => "registrar" }])
    expect([made.status, user("pia"), scim.get("/Users/pia").status]).to eq([201, nil, 200])
    scim.patch("/Groups/custodians", add_members("value" => "pia"))
    expect(user("pia")).to be_nil
    sign_in("yusuf")
    expect(held.map { |each| each["lines"].first }).to eq(["is new"])
    expect(decide("turned_down", held.first)).to eq(200)
    expect([user("pia"), client(@secret).get("/Users/pia").status]).to eq([nil, 404])
    expect(client(@secret).find("/Groups", "displayName eq \"Custodians\"")[0]["members"].map { |each| each["value"] })
      .not_to include("pia")
  end

  it "answer every bad request with a fault of the standard" do
    scim = provider
    user = ->(**more) { { "schemas" => [ScimClient::USER], "userName" => "a" }.merge(more.transform_keys(&:to_s)) }
    patch = ->(*list) { { "schemas" => ["#{ScimClient::MESSAGES}:PatchOp"], "Operations" => list } }
    [
      ["POST", "/Users", []], ["POST", "/Users", {}], ["POST", "/Users", user.call.except("userName")],
      *[{ userName: 3 }, { roles: [{ "value" => "none" }] }, { active: "yes" }, { userName: "a\u0001" },
        { userName: "x" * 3000 }, { userName: "x" * 300 }, { roles: 7 }, { name: "Nell" }, { emails: [[]] }]
        .map { |more| ["POST", "/Users", user.call(**more)] },
      *[{ "op" => "move" }, { "op" => "replace", "path" => "id", "value" => "x" }, { "op" => "remove" },
        { "op" => "replace", "path" => "emails[type eq \"x\"].value", "value" => "x" }, {},
        { "op" => "remove", "path" => "userName" }, { "op" => "add", "path" => "a.b.c", "value" => 1 },
        { "op" => "add", "path" => "name", "value" => [] }, { "op" => "add", "value" => 1 }]
        .map { |operation| ["PATCH", "/Users/ilka.fenn", patch.call(operation)] },
      ["PATCH", "/Users/ilka.fenn", { "schemas" => [] }], ["PUT", "/Users/ilka.fenn", nil],
      ["PATCH", "/Users/no.one", patch.call({ "op" => "add", "value" => {} })], ["DELETE", "/Users", nil],
      ["POST", "/Users/x", {}], ["GET", "/Nothing", nil], ["GET", "/Me", nil], ["GET", "/", nil],
      ["GET", "/Schemas?filter=id%20pr", nil], ["GET", "/Users?filter=#{'(' * 60}", nil], ["TRACE", "/Users", nil],
      ["POST", "/Bulk", {}], ["GET", "/Users?filter=userName%20eq", nil], ["GET", "/Users/%00", nil],
      ["GET", "/Users?attributes=id&excludedAttributes=id", nil]
    ].each do |verb, path, document|
      before = [Server::DirectoryVersion.count, Server::Push.count]
      status = scim.ask(verb, path, document).status
      expect(status).to be_between(400, 501), "#{verb} #{path} #{document}: #{status}"
      expect([Server::DirectoryVersion.count, Server::Push.count]).to eq(before)
    rescue RuntimeError, KeyError => e
      raise "#{verb} #{path} #{document}: #{e.message}"
    end
    header "Authorization", "Bearer #{@secret}"
    post "/scim/v2/Users", "{", { "CONTENT_TYPE" => "application/scim+json" }
    expect(JSON.parse(last_response.body)).to include("scimType" => "invalidSyntax", "status" => "400")
    post "/scim/v2/Users", "a=b"
    expect(last_response.status).to eq(415)
  end
end
