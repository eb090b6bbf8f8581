# frozen_string_literal: true

RSpec.describe CobaltLedger::Directory do
  it "finds a person's principals: nested groups, departments above, units above, with their distance" do
    ilka = directory.principals_of("ilka")
    expect(ilka.ids(:group)).to eq(%w[night custodians])
    expect(ilka.distance(:group, "custodians")).to eq(1)
    expect(ilka.ids(:department)).to eq(%w[stores collections])
    expect(ilka.ids(:unit)).to eq(%w[kiln trust])
    expect(ilka.include?(:role, "registrar")).to be(false)
  end

  it "makes somebody who is one thing and nothing else" do
    expect(directory.bare(:group, "night").ids(:group)).to eq(%w[night custodians])
    expect(directory.bare(:everyone).ids(:role)).to be_empty
    expect(faults { directory.bare(:role, "nobody") }).to eq(["/audience: no role “nobody” in the directory"])
  end

  it "tells apart what shares a name" do
    document = directory_document
    document["departments"][0]["name"] = "Night shift"
    document["groups"][1]["name"] = "Night shift"
    document["users"][0]["name"] = document["users"][1]["name"] = "Sam Hill"
    built = CobaltLedger::Formats::DirectoryJson.build(document)
    ids = [document["departments"][0]["id"], document["groups"][1]["id"]]
    expect([built.name_of(:department, ids[0]), built.name_of(:group, ids[1])]).to eq(
      ["Night shift (department)", "Night shift (group)"]
    )
    first = document["users"][0]["id"]
    expect(built.principals_of(first).title).to eq("Sam Hill (#{first})")
    expect(built.name_of(:unit, "gone")).to eq("gone")
  end

  it "refuses rings in nesting and names the path" do
    ring = directory_document
    ring["groups"][0]["within"] = ["night"]
    expect(faults { CobaltLedger::Formats::DirectoryJson.build(ring) }).to eq(
      ["/groups/0: lies within itself: custodians -> night -> custodians"]
    )
    tree = directory_document
    tree["departments"][0]["parent"] = "stores"
    expect(faults { CobaltLedger::Formats::DirectoryJson.build(tree) }.first).to include(
      "collections -> stores -> collections"
    )
  end

  it "walks a chain of ten thousand groups" do
    chain = directory_document
    chain["groups"] = (0...10_000).map do |number|
      { "id" => "g#{number}", "name" => "G#{number}", "within" => number.zero? ? [] : ["g#{number - 1}"] }
    end
    chain["users"] = [{ "id" => "deep", "name" => "Deep", "groups" => ["g300"] }]
    built = CobaltLedger::Formats::DirectoryJson.new(chain).directory
    expect(built.principals_of("deep").ids(:group).size).to eq(301)
  end

  it "lists every dangling and repeated name" do
    broken = directory_document
    broken["users"] << { "id" => "asha", "name" => "Again", "roles" => ["ghost"], "department" => "nowhere" }
    expect(faults { CobaltLedger::Formats::DirectoryJson.build(broken) }).to contain_exactly(
      "/users/3/id: the identifier “asha” is used twice",
      "/users/3/roles/0: there is no role “ghost”",
      "/users/3/department: there is no department “nowhere”"
    )
  end
end
