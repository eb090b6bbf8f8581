# frozen_string_literal: true

require "tmpdir"

# The audit and the solver from the command line, on files.
RSpec.describe CobaltLedger::Commands::CommandLine do
  around { |example| Dir.mktmpdir { |folder| (@folder = folder) && example.run } }

  def file(name, document)
    File
      .join(@folder, name)
      .tap { |path| File.write(path, document.is_a?(String) ? document : JSON.generate(document)) }
  end

  def ledger(*arguments)
    out = StringIO.new
    err = StringIO.new
    status = described_class.run(arguments, out: out, err: err)
    [status, out.string, err.string]
  end

  def audit(*rules, options: [], fields: loan_fields)
    ledger(
      "audit", "--policy", file("policy.json", policy_document(*rules, fields: fields)), "--directory",
      file("directory.json", directory_document), *options
    )
  end

  def satisfy(conditions, *options, fields: loan_fields)
    status, out, err =
      ledger(
        "satisfy", "--policy", file("policy.json", policy_document(fields: fields)), "--directory",
        file("directory.json", directory_document), "--record-type", "loan", "--conditions",
        file("conditions.json", conditions), *options
      )
    [status, status.zero? ? JSON.parse(out) : err]
  end

  let(:stuck) { [rule("notes", "require", audience: { "any" => [{ "role" => "registrar" }] }), rule("notes", "lock")] }

  it "exits with 0 when nothing is found, and says so" do
    expect(audit).to eq([0, "Nothing found.\n", ""])
  end

  it "exits with 1 and tells each finding with its example and what could be done" do
    status, out, = audit(*stuck)
    expect(status).to eq(1)
    expect(out).to include(
      "error: Required out of reach (loan)", "Notes is required by 1 “Rule 1” and locked by 2 “Rule 2”",
      "possible fix: Switch off 1 “Rule 1”"
    )
  end

  it "leaves out what is below the severity asked for" do
    lock = rule("notes", "lock", when: compare("count", "greater", 4))
    expect(audit(lock)[0]).to eq(1)
    expect(audit(lock, options: %w[--severity warning])).to eq([0, "Nothing found.\n", ""])
  end

  it "writes JSON with a question that decide answers alike" do
    findings = JSON.parse(audit(*stuck, options: %w[--format json])[1])["findings"]
    found = findings.find { |each| each["detector"] == "required_out_of_reach" }
    question = file("question.json", found["example"]["question"])
    _, out, =
      ledger(
        "decide", "--policy", File.join(@folder, "policy.json"), "--directory", File.join(@folder, "directory.json"),
        "--question", question
      )
    expect(JSON.parse(out)["fields"]["notes"]["level"]).to eq(found["example"]["levels"]["notes"])
  end

  it "writes SARIF 2.1.0: a tool with its rules, and results that refer to them and to places in the policy" do
    document = JSON.parse(audit(*stuck, options: %w[--format sarif])[1])
    run = document["runs"][0]
    expect([document["version"], run["tool"]["driver"]["name"]]).to eq(["2.1.0", "Cobalt Ledger"])
    known = run["tool"]["driver"]["rules"].map { |each| each["id"] }
    run["results"].each do |result|
      expect(known).to include(result["ruleId"])
      expect(result["level"]).to match(/\A(none|note|warning|error)\z/)
      expect(result["message"]["text"]).not_to be_empty
    end
    places =
      run["results"].find { |each| each["ruleId"] == "required_out_of_reach" }["locations"].map do |each|
        each["logicalLocations"][0]["fullyQualifiedName"]
      end
    expect(places).to eq(%w[/rules/0 /rules/1])
  end

  it "names a policy file with blanks in its name by a URI" do
    policy = file("the policy (1).json", policy_document(*stuck))
    _, out, =
      ledger(
        "audit", "--policy", policy, "--directory", file("directory.json", directory_document), "--format", "sarif"
      )
    named = JSON.parse(out)["runs"][0]["artifacts"][0]["location"]["uri"]
    expect(named).to end_with("/the%20policy%20%281%29.json")
    expect(
      JSON.parse(out)["runs"][0]["results"]
        .flat_map { |result| result["locations"] }
        .map { |place| place["physicalLocation"]["artifactLocation"]["uri"] }
        .uniq
    ).to eq([named])
  end

  it "ends quietly when nobody reads what it prints any more" do
    closed = StringIO.new.tap(&:close_write)
    allow(closed).to receive(:puts).and_raise(Errno::EPIPE)
    allow(closed).to receive(:write).and_raise(Errno::EPIPE)
    allow(closed).to receive(:print).and_raise(Errno::EPIPE)
    err = StringIO.new
    arguments = [
      "audit", "--policy", file("policy.json", policy_document(*stuck)), "--directory",
      file("directory.json", directory_document)
    ]
    expect([described_class.run(arguments, out: closed, err: err), err.string]).to eq([141, ""])
  end

  it "says in every format what it could not decide, beside what it found" do
    unsure = [
      rule("notes", "hide", when: puzzling), rule("notes", "show", audience: { "any" => [{ "role" => "registrar" }] })
    ]
    told =
      %w[text json sarif].to_h do |format|
        [format, audit(*unsure, options: ["--format", format], fields: puzzling_fields)[1]]
      end
    expect(told["text"]).to eq("Nothing found.\nundecided: notes (loan): not every case could be tried\n\n")
    expect(JSON.parse(told["json"])["undecided"]).to eq("loan" => ["notes"])
    notes = JSON.parse(told["sarif"])["runs"][0]["invocations"][0]
    expect(notes["executionSuccessful"]).to be(true)
    expect(notes["toolExecutionNotifications"].map { |each| each["message"]["text"] }.join).to include("notes")
    expect(JSON.parse(audit(*stuck, options: %w[--format json])[1])["undecided"]).to eq({})
  end

  it "refuses a policy of another version, a rank given twice and a rule for somebody unknown, each with its place" do
    twice = [rule("notes", "lock"), rule("notes", "hide").merge("rank" => 1)]
    expect(audit(*twice).values_at(0, 2)).to match([2, %r{policy.json /rules/1/rank: }])
    expect(audit(rule("notes", "lock", audience: { "any" => [{ "role" => "pilot" }] })).values_at(0, 2)).to match(
      [2, /pilot/]
    )
    newer = file("newer.json", policy_document.merge("version" => 99))
    expect(
      ledger("audit", "--policy", newer, "--directory", file("directory.json", directory_document)).values_at(0, 2)
    ).to match([2, %r{newer.json /version: }])
    expect(ledger("audit", "--policy", File.join(@folder, "none.json"), "--directory", newer)[0]).to eq(2)
  end

  it "refuses bad input with 2 and the place of the fault" do
    expect(audit(options: %w[--format xml])).to eq([2, "", "--format: must be one of text, json, sarif\n"])
    expect(audit(options: %w[--severity dire])[2]).to eq("--severity: must be one of note, warning, error\n")
    status, _, err = audit(rule("nothing", "lock"))
    expect([status, err]).to match([2, %r{policy.json /rules/0/targets/fields/0: Outgoing loan has no field “nothing”}])
  end

  it "answers whether conditions can hold together" do
    expect(satisfy([compare("count", "greater", 5), compare("stage", "equal", "signed")])).to eq(
      [0, { "answer" => "yes", "example" => { "entered" => { "count" => 6, "stage" => "signed" } } }]
    )
    expect(
      satisfy([compare("count", "greater", 5), compare("stage", "equal", "signed"), compare("count", "less", 3)])
    ).to eq([0, { "answer" => "no", "clash" => [0, 2] }])
    expect(satisfy([puzzling], fields: puzzling_fields)).to eq(
      [0, { "answer" => "undecided", "reason" => "Peak can't be solved for" }]
    )
  end

  it "chooses a person, a time and what is stored where conditions ask for them" do
    person = {
      "compare" => "member_of",
      "left" => {
        "user" => true
      },
      "right" => {
        "members" => [{ "role" => "courier" }]
      }
    }
    stored = { "compare" => "equal", "left" => { "stored" => "stage" }, "right" => { "value" => "out" } }
    changed = { "compare" => "was_changed", "left" => { "field" => "stage" } }
    expect(satisfy([person, stored, changed])[1]["example"]).to include(
      "user" => "ilka",
      "stored" => {
        "stage" => "out"
      }
    )
    expect(satisfy([stored], "--mode", "create")[1]["answer"]).to eq("no")
  end

  it "refuses conditions that are none, each with its place" do
    expect(satisfy([])[1]).to include("must be a list of conditions, one at least")
    expect(satisfy([compare("nothing", "is_blank"), { "compare" => "equal" }])[1]).to include(
      "/0/left/field: Outgoing loan has no field “nothing”", "/1"
    )
    expect(satisfy("[")[0]).to eq(2)
    expect(
      satisfy((1..20).reduce(compare("count", "is_blank")) { |inner, _| { "not" => inner } }.then { |deep| [deep] })[1]
    ).to include("conditions nest deeper than 12")
  end

  it "writes a map as lines of text" do
    policy =
      file("policy.json", policy_document(rule("notes", "lock", audience: { "any" => [{ "role" => "courier" }] })))
    _, out, =
      ledger(
        "map", "--policy", policy, "--directory", file("directory.json", directory_document), "--record-type", "loan",
        "--mode", "edit", "--format", "text"
      )
    expect(out).to include("Notes\n  Editable: Registrar\n  Read-only: Courier\n")
  end

  describe "expectations and trees" do
    let(:people) { file("directory.json", directory_document) }

    # The location is shown to couriers, though no one may expect that.
    def policy(*expectations)
      shown = rule("location", "show", audience: { "any" => [{ "role" => "courier" }] })
      file("policy.json", policy_document(shown).merge("expectations" => expectations))
    end

    def claim(id, title, **more)
      { "id" => id, "title" => title,
        "never" => { "may" => "see", "labels" => ["restricted"], "audience" => { "everyone" => true } } }.merge(
          more.transform_keys(&:to_s)
        )
    end

    def check(path, *options)
      ledger("check", "--policy", path, "--directory", people, "--expectations", path, *options)
    end

    it "exits with 1 where an expectation does not hold, with 0 where all do, and with 2 for what is none" do
      path = policy(claim("c", "No “restricted” & <field>"))
      expect(check(path)[0]).to eq(1)
      expect(check(path)[1]).to include(
        "fails: No “restricted” & <field> (c)", "Location (Outgoing loan) is shown to Ilka", "that hold: 0 of 1"
      )
      expect(check(policy)).to eq([0, "Expectations that hold: 0 of 0\n", ""])
      broken = claim("c", "C").merge("never" => { "may" => "smell" })
      status, _, err = check(policy(broken))
      expect([status, err]).to match([2, %r{/expectations/0}])
      expect(check(path, "--format", "yaml")[0]).to eq(2)
    end

    it "writes what does not hold for programs" do
      path = policy(claim("c", "C"), claim("d", "D", never: claim("d", "D")["never"].merge("labels" => ["open"])))
      found = JSON.parse(check(path, "--format", "json")[1])
      expect(found.values_at("holds", "checked", "unmet")).to eq([false, 2, found["unmet"]])
      expect(found["expectations"][0]).to include("status" => "fails", "example" => a_hash_including("user" => "ilka"))
      sarif = JSON.parse(check(path, "--format", "sarif")[1])["runs"][0]
      expect(sarif["results"][0]).to include("level" => "error", "ruleId" => "expectation")
      expect(sarif["results"][0].dig("locations", 0, "logicalLocations", 0,
                                     "fullyQualifiedName")).to eq("/expectations/0")
      # The file is one line; the region is the expectation's part of it.
      region = sarif["results"][0].dig("locations", 0, "physicalLocation", "region")
      expect(region.values_at("startLine", "endLine")).to eq([1, 1])
      part = File.read(path)[(region["startColumn"] - 1)...(region["endColumn"] - 1)]
      expect(JSON.parse(part)).to include("id" => "c", "title" => "C")
      cases = check(path, "--format", "junit")[1]
      expect(cases.scan(/<testcase .*? time="\d+\.\d{3}"/).size).to eq(2)
      expect(%w[text junit].map { |format| check(path, "--format", format)[1].scan(/\bfalse\b/) }).to eq([[], []])
    end

    it "splits a policy into files and joins them again; every command takes the folder" do
      path = policy(claim("c", "C"))
      tree = File.join(@folder, "tree")
      expect(ledger("split", "--policy", path, "--into", tree)[1]).to eq("4 files written, 0 files removed\n")
      expect(ledger("split", "--policy", path, "--into", tree)[1]).to eq("0 files written, 0 files removed\n")
      joined = JSON.parse(ledger("join", "--from", tree)[1])
      expect(joined).to eq(CobaltLedger::Formats::UpToDate.policy(JSON.parse(File.read(path))))
      expect(check(tree)[0]).to eq(1)
      expect(ledger("compare", "--from", tree, "--to", path, "--directory", people)[0]).to eq(0)
      expect(ledger("audit", "--policy", tree, "--directory", people)[0]).to eq(ledger("audit", "--policy", path,
                                                                                       "--directory", people)[0])
      File.write(File.join(tree, "rules/loan/r1.json"), "{")
      status, _, err = ledger("check", "--policy", tree)
      expect([status, err]).to match([2, %r{tree/rules/loan/r1.json}])
      expect(ledger("join", "--from", people)[2]).to include("is no folder")
    end
  end
end
