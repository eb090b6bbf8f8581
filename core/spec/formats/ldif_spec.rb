# frozen_string_literal: true

# fixtures/people-slapcat.ldif was made by Debian's OpenLDAP server (slapd 2.5.13+dfsg-5): a slapd with an mdb database
# and the core, cosine and inetorgperson schemas was started on the loopback address, the people and groups of the
# sample trust were put in with ldapadd, the server was stopped, and `slapcat` wrote the file. Nothing in it was edited
# by hand.
RSpec.describe CobaltLedger::Formats::PeopleLdif do
  let(:export) { File.binread(File.expand_path("../fixtures/people-slapcat.ldif", __dir__)) }
  let(:document) { described_class.read(export) }

  def ldif(*entries, version: "version: 1\n") = version + entries.join("\n\n")

  def person(uid, *more)
    ["dn: uid=#{uid},dc=example", "objectClass: inetOrgPerson", "uid: #{uid}", "cn: Somebody", *more].join("\n")
  end

  it "reads a real export into a directory that validates" do
    expect(CobaltLedger::Formats::Schema.faults("directory", document)).to be_empty
    expect(document["users"].size).to eq(42)
    asha = document["users"].find { |user| user["id"] == "asha.brandt" }
    expect(asha).to include(
      "name" => "Asha Brandt", "roles" => ["registrar"], "department" => "registration",
      "units" => ["tidewater-house"]
    )
    expect(asha["groups"]).to contain_exactly("loans-committee", "insurance-circle")
  end

  it "reads base64 names and people with several roles and units" do
    by_id = document["users"].to_h { |user| [user["id"], user] }
    expect(by_id["zdenek.trelawney"]["name"]).to eq("Zdeněk Trelawney")
    expect(by_id["alba.trent"]["roles"]).to contain_exactly("curator", "loans-officer")
    expect(by_id["alba.trent"]["units"]).to contain_exactly("tidewater-house", "the-kiln-works")
  end

  it "finds the same nesting of groups as the sample's own directory" do
    built = CobaltLedger::Formats::DirectoryJson.build(document)
    expect(built.principals_of("benedikt.shaw").ids(:group)).to eq(%w[night-custodians custodians])
  end

  it "reads names in whichever spelling, as slapcat and ldapsearch mix them" do
    people = ["Lindqvist\\2C Ada", "Orr\\+Ben", "Zdeněk"].each_with_index.map do |name, index|
      "dn: cn=#{name},ou=people,dc=x\nobjectClass: inetOrgPerson\nuid: p#{index}\ncn: Somebody"
    end
    group = "dn: cn=all,dc=x\nobjectClass: groupOfNames\ncn: all\nmember: CN=Lindqvist\\, Ada, OU=people,DC=x\n" \
            "member: cn=Orr\\2bBen,ou=people,dc=x\nmember: cn=Zden\\C4\\9Bk,ou=people,dc=x"
    outcome = "# search result\nsearch: 2\nresult: 0 Success\n\n# numResponses: 5\n# numEntries: 4"
    read = described_class.read(ldif(*people, group, outcome))
    expect(read["users"].map { |user| user["groups"] }).to eq([["all"]] * 3)
  end

  it "reads the members of roles, members named by uid, several classes, and records that add" do
    mapping = described_class::DEFAULT_MAPPING.merge(
      "user" => described_class::DEFAULT_MAPPING["user"].merge("class" => %w[inetOrgPerson posixAccount]),
      "group" => { "class" => %w[groupOfNames posixGroup], "id" => "cn", "members" => "memberUid" },
      "role" => { "class" => "organizationalRole", "id" => "cn", "members" => "roleOccupant" }
    )
    read = described_class.read(
      ldif(
        "dn: uid=a,dc=x\nchangetype: add\nobjectClass: inetOrgPerson\nuid: a",
        "dn: uid=B,dc=x\nobjectClass: posixAccount\nuid: B",
        "dn: cn=night,dc=x\nobjectClass: posixGroup\ncn: night\nmemberUid: a\nmemberUid: b",
        "dn: cn=Registrar,dc=x\nobjectClass: organizationalRole\ncn: Registrar\nroleOccupant: UID=a,dc=x"
      ), mapping
    )
    expect(read["users"].to_h { |user| [user["id"], user.values_at("roles", "groups")] }).to eq(
      "a" => [["registrar"], ["night"]], "B" => [[], ["night"]]
    )
  end

  it "refuses members that are not in the file, or leaves them out and says so, as the mapping wants" do
    text = ldif(person("a"),
                "dn: cn=g,dc=x\nobjectClass: groupOfNames\ncn: g\nmember: uid=a,dc=example\nmember: uid=z,dc=example")
    expect(faults do
      described_class.read(text)
    end.join).to include("line 7: the group g has a member that is not in the file")
    told = nil
    read = described_class.read(text, described_class::DEFAULT_MAPPING.merge("outside" => "leave_out")) do |left|
      told = left
    end
    expect(read["users"][0]["groups"]).to eq(["g"])
    expect(told.map(&:to_s)).to eq(["line 7: the group g has a member that is not in the file: uid=z,dc=example"])
  end

  it "folds lines, passes over comments and decodes base64" do
    text =
      ldif(
        "# a comment\n#  that goes on\ndn: uid=a,dc=exam\n ple\nobjectClass: inetOrgPerson\nuid: a\ncn:: " \
        "SWxzZSBNYXJyb3c=\nmail: a@x\n .example"
      )
    expect(described_class.read(text)["users"]).to match(
      [hash_including("id" => "a", "name" => "Ilse Marrow", "email" => "a@x.example")]
    )
  end

  it "reads CRLF line ends and attribute options" do
    expect(
      described_class.read("dn: uid=a,dc=x\r\nobjectClass: inetOrgPerson\r\nuid: a\r\ncn;lang-de: Ilse\r\n")["users"][
        0
      ][
        "name"
      ]
    ).to eq("Ilse")
  end

  it "takes departments from the tree where the mapping names a class for them" do
    mapping = described_class::DEFAULT_MAPPING.merge("department" => { "class" => "organizationalUnit", "id" => "ou" })
    text =
      ldif(
        "dn: ou=Collections,dc=x\nobjectClass: organizationalUnit\nou: Collections",
        "dn: ou=Stores, ou=collections, dc=x\nobjectClass: organizationalUnit\nou: Stores",
        person("a", "departmentNumber: Stores")
      )
    found = described_class.read(text, mapping)
    expect(found["departments"]).to eq(
      [
        { "id" => "collections", "name" => "Collections" },
        { "id" => "stores", "name" => "Stores", "parent" => "collections" }
      ]
    )
  end

  {
    "a change record" => [
      "dn: uid=a,dc=x\nchangetype: delete", "line 2: is a change record; only entries and additions can be read"
    ],
    "a value kept elsewhere" => [
      "dn: uid=a,dc=x\njpegPhoto:< file:///etc/passwd",
      "line 2: refers to an outside value; values must be in the file"
    ],
    "broken base64" => ["dn: uid=a,dc=x\ncn:: ***", "line 2: is not base64"],
    "a line that is no attribute" => ["dn: uid=a,dc=x\nnonsense", "line 2: is not “attribute: value”"],
    "an entry without a name" => ["uid: a\ncn: A", "line 1: an entry must begin with “dn:”"],
    "a fold with nothing to go on from" => [" dn: uid=a", "line 1: goes on with a line that is not there"],
    "another version" => [
      "version: 2\ndn: uid=a,dc=x\nobjectClass: inetOrgPerson\nuid: a", "line 1: only LDIF version 1 can be read"
    ],
    "nobody" => ["dn: dc=x\nobjectClass: domain\ndc: x", "contains no one of the class inetOrgPerson"],
    "bytes that are not UTF-8" => [
      "dn: uid=a,dc=x\ncn: \xFF\xFE", "is not UTF-8 text; LDIF keeps other bytes as base64"
    ]
  }.each do |what, (text, words)|
    it "refuses #{what}" do
      expect(faults { described_class.read(text) }).to include(words)
    end
  end

  it "refuses people twice, people without an identifier, and members who are not there" do
    expect(faults { described_class.read(ldif(person("a"), person("A"))) }).to include(
      start_with("line 7: the entry “uid=A,dc=example” appears twice")
    )
    expect(faults { described_class.read(ldif("dn: cn=x,dc=x\nobjectClass: inetOrgPerson\ncn: X")) }).to include(
      end_with("lacks the attribute uid")
    )
    group = "dn: cn=g,dc=x\nobjectClass: groupOfNames\ncn: g\nmember: uid=ghost,dc=x"
    expect(faults { described_class.read(ldif(person("a"), group)) }).to include(
      end_with("has a member that is not in the file: uid=ghost,dc=x")
    )
  end

  it "refuses groups that lie within each other, and a mapping of the wrong shape" do
    groups =
      %w[g h]
        .zip(%w[h g])
        .map { |id, member| "dn: cn=#{id},dc=x\nobjectClass: groupOfNames\ncn: #{id}\nmember: cn=#{member},dc=x" }
    expect(faults { described_class.read(ldif(person("a"), *groups)) }.first).to include("lies within itself")
    expect(
      faults { described_class.read(export, { "format" => "cobalt-ledger/people-mapping", "version" => 1 }) }
    ).to eq(["lacks “user”"])
  end
end
