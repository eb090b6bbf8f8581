# frozen_string_literal: true

RSpec.describe "Imports" do
  before { sign_in("mairin") }

  let(:ldif) { File.binread(File.join(Server::Paths::ROOT, "core/spec/fixtures/people-slapcat.ldif")) }
  let(:directory) { JSON.parse(File.read(File.join(Server::Paths::ROOT, "demo/directory.json"))) }
  let(:policy) { JSON.parse(File.read(File.join(Server::Paths::ROOT, "demo/policy.json"))) }

  def titles(list) = @preview[list].map { |item| item["title"] }

  it "previews a record type, then puts it into the change set" do
    expect(
      import(
        "fields-csv", "name,kind,label\nTopic,text,internal\nSecret,text,restricted\n",
        name: "Guided tour", apply: false
      )
    ).to eq(200)
    expect(titles("adds")).to eq(["Record type Guided tour"])
    call(:get, "/api/catalogue?state=pending")
    expect(answer["record_types"].size).to eq(5)
    expect(import("fields-csv", "name,kind,label\nTopic,text,internal\n", name: "Guided tour")).to eq(200)
    call(:get, "/api/catalogue?state=pending")
    expect(answer["record_types"].map { |type| type["name"] }).to include("Guided tour")
    call(:get, "/api/catalogue?state=in_force")
    expect(answer["record_types"].map { |type| type["name"] }).not_to include("Guided tour")
  end

  it "says which fields a new list adds, changes and drops, and refuses to drop one that rules name" do
    csv =
      "id,name,kind,section,label\nvisitor_name,Visitor,text,Request,internal\nlanguage,Language,text,Request,open\n"
    expect(import("fields-csv", csv, name: "Study visit", apply: false)).to eq(422)
    expect(told.join).to include("Study visit has no field “room”")
    schema = { "title" => "Study visit", "type" => "object", "properties" => {} }
    policy["record_types"].find { |type| type["id"] == "study-visit" }["fields"].each do |field|
      schema["properties"][field["id"]] = {
        "type" => "string", "x-kind" => field["kind"], "enum" => field["options"]&.map { |option| option["name"] },
        "x-label" => field["label"], "x-section" => field["section"]
      }.compact
    end
    schema["properties"]["language"] = { "type" => "string" }
    expect(import("fields-json-schema", JSON.generate(schema), apply: false)).to eq(200)
    expect(@preview["changes"][0]["lines"].first).to eq("New fields: Language")
  end

  it "makes rules of what a schema asks of values, in the places they had when it comes again" do
    schema = { "title" => "Crate", "properties" => {
      "weight" => { "type" => "number", "minimum" => 0.5, "multipleOf" => 0.5 },
      "kind" => { "enum" => %w[open lined], "default" => "open" }, "lining" => { "type" => "string" }
    }, "if" => { "properties" => { "kind" => { "const" => "lined" } }, "required" => ["kind"] },
               "then" => { "required" => ["lining"] } }
    2.times { expect(import("fields-json-schema", JSON.generate(schema), apply: true)).to eq(200) }
    rules = Server::PolicyStore.instance.pending.document["rules"].select { |rule| rule["record_type"] == "crate" }
    expect(rules.map { |rule| rule.values_at("title", "rank") }).to contain_exactly(
      ["Weight within its limits", 1], ["Kind begins with a value", 2], ["Lining where other values ask for it", 3]
    )
    expect(import("fields-json-schema", JSON.generate(schema), apply: false)).to eq(200)
    expect(@preview["counts"].values.sum).to eq(0)
    expect(@preview["left_out"].map { |each| each["pointer"] }).to eq(["/properties/weight/multipleOf"])
    schema["properties"]["weight"]["minimum"] = 1
    expect(import("fields-json-schema", JSON.generate(schema), apply: false, fields: %w[kind])).to eq(200)
    expect(@preview["counts"].values.sum).to eq(0)
  end

  it "brings people in from LDIF, merged by default" do
    Server::DirectoryVersion.keep(directory.merge("users" => directory["users"].reject do |user|
      %w[zdenek.trelawney juno.castlemaine].include?(user["id"])
    end), by: "spec")
    expect(import("people-ldif", ldif)).to eq(200)
    expect(titles("adds")).to contain_exactly("User Zdeněk Trelawney", "User Juno Castlemaine")
    expect(titles("drops")).to be_empty
    call(:get, "/api/people?search=castlemaine")
    expect(answer["items"].map { |user| user["roles"] }).to eq([["curator"]])
  end

  it "keeps of people it knows what the file does not say" do
    before = directory["users"].find { |user| user["id"] == "asha.brandt" }
    text = "dn: uid=asha.brandt,dc=x\nobjectClass: inetOrgPerson\nuid: asha.brandt\ncn: Asha Brandt-Holm\n"
    expect(import("people-ldif", text, complete: [])).to eq(200)
    expect(@preview["changes"]).to eq(
      [{ "title" => "User Asha Brandt-Holm", "lines" => ["name: Asha Brandt becomes Asha Brandt-Holm"] }]
    )
    call(:get, "/api/people?search=asha.brandt")
    expect(answer["items"].first.slice("roles", "groups", "units", "department")).to eq(
      before.slice("roles", "groups", "units", "department")
    )
  end

  it "takes away what a complete file no longer holds, and previews each right lost or gained" do
    sparse = {
      "format" => "cobalt-ledger/directory",
      "version" => 1,
      "roles" => directory["roles"],
      "groups" => directory["groups"],
      "users" => [
        { "id" => "asha.brandt", "name" => "Asha Brandt", "roles" => ["courier"], "groups" => ["insurance-circle"] }
      ]
    }
    expect(import("directory", JSON.generate(sparse))).to eq(200)
    expect(@preview["drops"]).to eq([])
    expect(@preview["changes"].flat_map { |item| item["lines"] }).to contain_exactly(
      "loses the role Registrar", "gains the role Courier", "loses the group Loans Committee",
      "loses the department Registration", "loses the unit Tidewater House"
    )
    call(:get, "/api/people?search=asha.brandt")
    expect(answer["items"].first.slice("roles", "groups", "units", "department")).to eq(
      "roles" => ["courier"], "groups" => ["insurance-circle"], "units" => []
    )
  end

  it "tells what a change of people, and one of rules, does to whom" do
    user = directory["users"].find { |each| each["id"] == "cleo.marchetti" }
    user["groups"] = (user["groups"] || []) | ["insurance-circle"]
    directory["users"] << user.merge("id" => "new.comer", "name" => "New Comer", "email" => "new@example.org")
    expect(import("directory", JSON.generate(directory), apply: false)).to eq(200)
    expect(@preview["sentences"]).to include(/\ACleo Marchetti sees more of .*Unit value/)
    expect(@preview["sentences"].last).to eq("Not compared, because they exist on one side only: 1 person new.")
    policy["rules"].find { |each| each["id"] == "ol-volunteers-never-see-money" }["state"] = "off"
    expect(import("policy", JSON.generate(policy), apply: false)).to eq(200)
    expect(@preview["sentences"]).to all(match(/sees? more of/))
    expect(@preview["sentences"]).not_to be_empty
  end

  it "takes for gone only what the mapping of a file speaks of" do
    text =
      "dn: uid=asha.brandt,dc=x\nobjectClass: inetOrgPerson\nuid: asha.brandt\ncn: Asha Brandt\nemployeeType: Courier\n"
    mapping = {
      "format" => "cobalt-ledger/people-mapping",
      "version" => 1,
      "user" => {
        "class" => "inetOrgPerson", "id" => "uid", "name" => "cn", "roles" => "employeeType"
      }
    }
    expect(import("people-ldif", text, apply: false, mapping: mapping)).to eq(200), last_response.body
    expect(@preview["changes"].flat_map { |item| item["lines"] }).to contain_exactly(
      "loses the role Registrar", "gains the role Courier"
    )
  end

  it "drops what the file lacks only when told to, and never what a rule still names" do
    smaller =
      directory.merge("users" => directory["users"].reject { |user| %w[ivo.x juno.castlemaine].include?(user["id"]) })
    import("directory", JSON.generate(smaller), apply: false)
    expect(titles("drops")).to be_empty
    import("directory", JSON.generate(smaller), complete: %w[people], apply: false)
    expect(titles("drops")).to eq(["User Juno Castlemaine"])
    import("directory", JSON.generate(smaller), replace: true)
    expect(titles("drops")).to eq(["User Juno Castlemaine"])
    without_role =
      smaller.merge(
        "roles" => smaller["roles"].reject { |role| role["id"] == "courier" },
        "users" => smaller["users"].map { |user| user.merge("roles" => (user["roles"] || []) - ["courier"]) }
      )
    expect(import("directory", JSON.generate(without_role), replace: true)).to eq(422)
    expect(told.first).to include("rule “Couriers ring the borrower” still needs it")
    call(:get, "/api/directory")
    expect(answer["roles"].map { |role| role["id"] }).to include("courier")
  end

  it "imports exactly what was previewed, or nothing" do
    fewer = directory["users"].reject { |each| each["id"] == "finn.achterberg" }
    import("directory", JSON.generate(directory.merge("users" => fewer)), replace: true, apply: false)
    token = @preview["token"]
    Server::DirectoryVersion.keep(
      directory.merge("roles" => directory["roles"] + [{ "id" => "new", "name" => "New" }]), by: "spec"
    )
    body = { kind: "directory", content: [JSON.generate(directory)].pack("m0"), replace: true, token: token }
    expect(call(:post, "/api/imports", body)).to eq(412)
    expect(call(:post, "/api/imports", body.except(:token))).to eq(422)
  end

  it "imports a policy document as edits" do
    changed = policy.merge("rules" => policy["rules"].drop(1) + [policy["rules"][0].merge("title" => "Renamed")])
    expect(import("policy", JSON.generate(changed))).to eq(200)
    expect(titles("changes")).to eq(["Rule Renamed"])
    call(:get, "/api/change-set")
    expect(answer["edits"].map { |edit| edit["verb"] }).to eq(["changed"])
  end

  broken = {
    "truncated JSON" => ["policy", "{\"format\":", "is not JSON"],
    "a directory of the wrong kind" => [
      "directory", "{\"format\":\"cobalt-ledger/policy\"}", "lacks “version” and “users”"
    ],
    "a wrong encoding" => ["people-ldif", "dn: uid=a\ncn: \xFF", "not UTF-8"],
    "an LDIF change record" => ["people-ldif", "dn: uid=a\nchangetype: delete\n", "change record"],
    "a cyclic schema" => [
      "fields-json-schema", '{"type":"object","properties":{"a":{"$ref":"#/properties/a"}}}', "refers to itself"
    ],
    "a CSV without names" => ["fields-csv", "kind\ntext\n", "lacks the column “name”"],
    "a CSV with an unknown label" => ["fields-csv", "name,label\nA,secret\n", "no sensitivity label “secret”"]
  }
  broken.each do |what, (kind, content, words)|
    it "refuses #{what} whole" do
      versions = [Server::DirectoryVersion.count, Server::Edit.count]
      expect(import(kind, content, name: "Tour")).to eq(422)
      expect(told.join).to include(words)
      expect([Server::DirectoryVersion.count, Server::Edit.count]).to eq(versions)
    end
  end

  it "refuses files over the limit and content that is not base64" do
    expect(import("directory", "x" * (Server::Importing::SIZE_LIMIT + 1))).to eq(413)
    expect(call(:post, "/api/imports/preview", { kind: "directory", content: "***" })).to eq(422)
    expect(call(:post, "/api/imports/preview", { kind: "fields-csv", content: ["name\nA"].pack("m0") })).to eq(422)
  end

  describe "a part of a file" do
    let(:document) { Server::PolicyStore.instance.pending.document }

    def type_of(id) = Server::PolicyStore.instance.pending.document["record_types"].find { |each| each["id"] == id }

    it "brings some fields into a record type, adding or replacing as chosen, and leaves all else as it is" do
      before = type_of("study-visit")
      own = before["fields"].find do |field|
        field["kind"] == "text" && field["id"] == field["name"].downcase.tr(" ", "_")
      end
      list = "name,kind\n#{own['name']},long_text\nParking,yes_no\nBadge,text\n"
      expect(import("fields-csv", list, apply: false, name: "Study visit")).to eq(422)
      expect(told.first).to start_with("/rules/")
      expect(answer["offers"].first["fields"].map { |each| each["there"] }).to eq([true, false, false])
      chosen = [own["id"], "parking"]
      expect(import("fields-csv", list, name: "Study visit", fields: chosen, existing: "keep")).to eq(200)
      expect(type_of("study-visit")["fields"].reject { |field| field["id"] == "parking" }).to eq(before["fields"])
      expect(import("fields-csv", list, name: "Study visit", fields: [own["id"]])).to eq(200)
      now = type_of("study-visit")["fields"]
      expect(now.find { |field| field["id"] == own["id"] }["kind"]).to eq("long_text")
      expect(now.map { |field| field["id"] }).to eq(before["fields"].map { |field| field["id"] } + ["parking"])
      expect(import("fields-csv", list, name: "Study visit", fields: ["nowhere"])).to eq(422)
      expect(told).to eq(["/fields: the file has no “nowhere”"])
    end

    it "brings one record type of a policy with its rules and baselines" do
      file = JSON.parse(File.read("demo/policy.json"))
      file["rules"].each { |rule| rule["title"] = "#{rule['title']} anew" }
      expect(import("policy", JSON.generate(file), record_types: ["study-visit"])).to eq(200)
      anew = Server::PolicyStore.instance.pending.document["rules"].select { |rule| rule["title"].end_with?(" anew") }
      expect(anew.map { |rule| rule["record_type"] }.uniq).to eq(["study-visit"])
      expect(anew.size).to eq(file["rules"].count { |rule| rule["record_type"] == "study-visit" })
      expect(import("policy", JSON.generate(file), record_types: ["outgoing-loan"], existing: "keep")).to eq(200)
      expect(@preview.values_at("adds", "changes", "drops")).to eq([[], [], []])
    end
  end

  describe "of large files" do
    let(:crowd) do
      one = "objectClass: inetOrgPerson\ncn: #{'P' * 60}\n"
      (1..2600).map { |index| "dn: uid=p#{index},o=x\nuid: p#{index}\n#{one}\n" }.join
    end

    # Asks, and waits for the job. Returns what is then told of it.
    def run(body)
      expect(call(:post, body[:token] ? "/api/imports" : "/api/imports/preview", body)).to eq(202)
      Server::Jobs::Crew.wait
      call(:get, "/api/imports/#{answer['id']}")
      answer
    end

    def body(content = crowd) = { kind: "people-ldif", content: [content].pack("m0") }

    it "are previewed and done as jobs, for whoever asked" do
      told = run(body)
      expect(told["preview"]["counts"]).to eq("adds" => 2600, "changes" => 0, "drops" => 0)
      expect(told["preview"]["adds"].size).to eq(1000)
      expect(run(body.merge(token: told["preview"]["token"]))).to include("status" => "done", "target" => "directory")
      call(:get, "/api/people?search=p2600")
      expect(answer["items"].map { |user| user["id"] }).to include("p2600")
      call(:get, "/api/journal?kind=directory")
      expect(answer["items"].first).to include("by" => "Mairin Okafor", "sign_in" => "mairin")
      expect(Server::Job.where(kind: "import").sum("length(given)")).to be < 100
      expect(Server::JobFile.count).to eq(0)
      sign_in("zora")
      expect(call(:get, "/api/imports/#{told['id']}")).to eq(404)
      expect(call(:delete, "/api/imports/#{told['id']}")).to eq(404)
    end

    it "are refused with what is wrong, whatever has moved on, and who may no longer import" do
      expect(run(body("#{crowd}dn: uid=q,o=x\nobjectClass: inetOrgPerson\n\n"))["problem"]).to include("status" => 422)
      token = run(body)["preview"]["token"]
      import("people-ldif", "dn: uid=late,o=x\nobjectClass: inetOrgPerson\nuid: late\ncn: Late\n\n")
      expect(run(body.merge(token: token))["problem"]).to include("status" => 412)
      # No copy of this process may do the job before the sign-in has lost its right.
      allow(Server::Jobs::Crew).to receive(:wake)
      call(:post, "/api/imports/preview", body)
      id = answer["id"]
      Server::Account.named("mairin").update!(access: "auditor")
      Server::Jobs::Runner.new.work_off
      expect(Server::Job.find(id).result["problem"]).to include("status" => 403)
    end

    it "can be cancelled" do
      allow(Server::Jobs::Crew).to receive(:wake)
      call(:post, "/api/imports/preview", body)
      id = answer["id"]
      expect(call(:delete, "/api/imports/#{id}")).to eq(200)
      Server::Jobs::Runner.new.work_off
      expect([answer["status"], Server::Job.find(id).status]).to eq(%w[cancelled cancelled])
    end
  end
end
