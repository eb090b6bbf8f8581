# frozen_string_literal: true

require "tmpdir"

RSpec.describe CobaltLedger::Commands::CommandLine do
  around do |example|
    Dir.mktmpdir do |folder|
      @folder = folder
      example.run
    end
  end

  def file(name, content)
    File
      .join(@folder, name)
      .tap { |path| File.binwrite(path, content.is_a?(String) ? content : JSON.generate(content)) }
  end

  def run(*arguments)
    out = StringIO.new
    err = StringIO.new
    status = described_class.run(arguments, out: out, err: err)
    [status, out.string, err.string]
  end

  let(:people) { file("directory.json", directory_document) }
  let(:rules) { file("policy.json", policy_document(rule("notes", "lock", when: compare("count", "at_least", 4)))) }
  let(:asked) do
    file(
      "question.json",
      "user" => "asha",
      "record_type" => "loan",
      "unit" => "kiln",
      "mode" => "edit",
      "stored" => {
        "count" => 5
      }
    )
  end

  it "decides, with and without reasoning" do
    status, out, = run("decide", "--policy", rules, "--directory", people, "--question", asked)
    expect([status, JSON.parse(out).dig("fields", "notes", "level"), JSON.parse(out)["reasoning"]]).to eq(
      [0, "read_only", nil]
    )
    _, out, = run("decide", "--policy", rules, "--directory", people, "--question", asked, "--reasoning")
    expect(JSON.parse(out)["reasoning"].keys.first(8)).to eq(loan_fields.map { |each| each["id"] })
    expect(JSON.parse(out)["reasoning"].keys.drop(8)).to start_with("record/whole", "action/open")
  end

  it "turns a bad question down with every fault, on standard error" do
    bad =
      file(
        "bad.json",
        "user" => "ghost",
        "record_type" => "loan",
        "unit" => "moon",
        "mode" => "edit",
        "stored" => {
          "nothing" => 1
        }
      )
    status, out, err = run("decide", "--policy", rules, "--directory", people, "--question", bad)
    expect([status, out]).to eq([2, ""])
    expect(err.lines.map { |line| line[/bad.json (\S+):/, 1] }).to contain_exactly("/user", "/unit", "/stored/nothing")
  end

  it "imports fields and people as documents that validate" do
    schema = file("visit.json",
                  { "$defs" => { "v" => { "properties" => { "a" => { "type" => "string" }, "b" => {} } } } })
    status, out, err = run("import-fields", schema, "--definition", "#/$defs/v", "--name", "Visit")
    expect([status, JSON.parse(out)["record_types"][0]["fields"].map { |field| field["id"] }]).to eq([0, ["a"]])
    expect(err).to eq("/$defs/v/properties/b: does not say what it holds\n")
    _, _, err = run("import-fields", schema)
    expect(err).to include("these parts do: #/$defs/v")
    _, _, err = run("import-fields", schema, "--definition", "#/$defs/v", "--without", "b")
    expect(err).to eq("")
    _, out, = run("import-fields", file("study-visit.csv", "name,kind\nTopic,text\n"))
    expect(JSON.parse(out)["record_types"][0]).to include("id" => "study-visit", "name" => "Study visit")
    expect(CobaltLedger::Formats::Schema.faults("policy", JSON.parse(out))).to be_empty
    ldif = file("people.ldif", "dn: uid=a,dc=x\nobjectClass: inetOrgPerson\nuid: a\ncn: A\n")
    status, out, =
      run("import-people", ldif, "--mapping", file("mapping.json", CobaltLedger::Formats::PeopleLdif::DEFAULT_MAPPING))
    expect([status, JSON.parse(out)["users"].size]).to eq([0, 1])
  end

  it "prints the map as CSV or JSON" do
    _, out, = run("map", "--policy", rules, "--directory", people, "--record-type", "loan", "--mode", "edit")
    expect(out).to include("Main,Notes,Read-only or Editable,Read-only or Editable\r\n")
    _, out, =
      run(
        "map", "--policy", rules, "--directory", people, "--record-type", "loan", "--mode", "view", "--format", "json"
      )
    expect(JSON.parse(out)["rows"]["notes"]).to eq([["read_only"], ["read_only"]])
  end

  it "explains itself, and exits with 2 on whatever it can't do" do
    expect(run("--help")[0..1]).to match([0, include("import-people FILE")])
    [
      [],
      ["dance"],
      ["decide"],
      %w[decide --colour red],
      ["import-fields"],
      %w[import-fields /no/such/file.csv],
      ["map", "--policy", rules, "--directory", people, "--record-type", "loan", "--mode", "swim"],
      ["check", "--policy", file("x.json", "{")]
    ].each do |arguments|
      status, out, err = run(*arguments)
      expect([status, out]).to eq([2, ""]), "#{arguments.inspect} gave #{status}"
      expect(err).not_to be_empty
    end
  end

  it "checks a policy in silence" do
    expect(run("check", "--policy", rules, "--directory", people)).to eq([0, "", ""])
  end

  it "compares two policies: 0 where nothing differs, 1 where something does, 2 on bad input" do
    locked = file("locked.json", policy_document(rule("notes", "lock", when: compare("count", "at_least", 3))))
    asked = ["compare", "--from", rules, "--directory", people]
    expect(run(*asked, "--to", rules)).to eq([0, "No one’s access changes.\n", ""])
    status, printed, = run(*asked, "--to", locked, "--format", "json")
    told = JSON.parse(printed)["differences"].find { |each| each["mode"] == "edit" && each["channel"] == "form" }
    expect([status, told.slice("field", "direction", "when")]).to eq(
      [1, { "field" => "notes", "direction" => ["may change less"],
            "when" => "Count is 3" }]
    )
    example = file("example.json", told["example"])
    levels = [rules, locked].map do |policy|
      JSON.parse(run("decide", "--policy", policy, "--directory", people, "--question", example)[1])
        .dig("fields", "notes", "level")
    end
    expect(levels).to eq(%w[editable read_only])
    more = file("more.json", directory_document.then do |each|
      each.merge("users" => each["users"] + [{ "id" => "new", "name" => "New" }])
    end)
    expect(run(*asked, "--to", rules, "--directory-to", more)).to eq(
      [0, "No one’s access changes.\nNot compared, because they exist on one side only: 1 person new.\n", ""]
    )
    puzzled = [[], [rule("notes", "lock", when: puzzling)]].each_with_index.map do |own, place|
      file("puzzle#{place}.json", policy_document(*own, fields: puzzling_fields))
    end
    status, out, = run("compare", "--from", puzzled[0], "--to", puzzled[1], "--directory", people)
    expect([status, out]).to match([1, /\ANot decided/])
    expect(run(*asked, "--to", locked, "--since", "soon")).to match([2, "", /--since: must be a moment/])
    expect(run(*asked, "--to", locked, "--record-type", "visit")[0]).to eq(2)
  end
end
