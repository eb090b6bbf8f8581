# frozen_string_literal: true

require "open3"

# One file of each kind, added to a copy of the project: nothing else is touched, and everything knows of it.
RSpec.describe "Adding things" do
  # The copy is made and asked once; the examples only read.
  # rubocop:disable RSpec/BeforeAfterAll
  before(:context) do
    @folder = Dir.mktmpdir("cobalt-additions")
    @told = try(@folder)
  end

  after(:context) { FileUtils.rm_rf(@folder) }
  # rubocop:enable RSpec/BeforeAfterAll

  let(:line) { @told["command_line"] }
  let(:api) { @told["api"] }

  def try(folder)
    copy = File.join(folder, "copy")
    FileUtils.mkdir_p(copy)
    root = Server::Paths::ROOT
    %w[core/lib core/schema server].each do |part|
      FileUtils.mkdir_p(File.dirname(File.join(copy, part)))
      FileUtils.cp_r(File.join(root, part), File.join(copy, part))
    end
    %w[demo docs].each { |part| File.symlink(File.join(root, part), File.join(copy, part)) }
    additions = File.join(root, "spec/fixtures/additions")
    FileUtils.cp_r(Dir[File.join(additions, "{core,server}")], copy)
    script = File.join(additions, "try.rb")
    out, err, status = Open3.capture3("bundle", "exec", "ruby", script, copy, File.join(folder, "demo.sqlite3"),
                                      chdir: root)
    raise err[0, 2000] unless status.success?

    JSON.parse(out)
  end

  it "takes masks, comparisons, effects, kinds and precedence methods from the policy file to the decision" do
    expect(line["decided"].transform_values { |field| field["level"] }).to eq(
      "share" => "read_only", "mark" => "masked", "note" => "masked"
    )
    expect(line["decided"]["mark"]["mask"]).to eq("format" => "ends", "count" => 2)
    expect(line["wrong"]).to include("/rules/0/effects/0/mask/count: must be at most 9")
    expect(JSON.parse(line["schema"]).dig("$defs", "mask", "properties", "format", "enum")).to include("ends")
  end

  it "has the solver know what a comparison means" do
    expect(line["satisfied"]["answer"]).to eq("yes")
    share = line["satisfied"]["example"]["entered"]["share"].to_r
    expect([share.between?(15, 30), share.between?(10, 20)]).to eq([true, false])
  end

  it "has the audit look for what a detector finds, and writes it as a writer says" do
    expect(line["tally"]).to match(/^no_reason 3$/)
    expect(line["help"]).to include("text, json, sarif, tally").and include("csv, json, text, xlsx, fields")
    expect(line["map"]).to end_with("action/reveal\nshare\nmark\nnote\n")
  end

  it "offers them where rules are written, on the map and among the findings" do
    vocabulary = api["vocabulary"]
    mask = vocabulary["masks"].find { |each| each["name"] == "ends" }
    expect([mask["title"], mask["parameters"].map { |each| each["title"] }]).to eq(
      ["keep both ends", ["Characters at each end"]]
    )
    named = vocabulary.slice("kinds", "comparisons", "effects").values.map { |list| list.map { |each| each["name"] } }
    expect(named).to match([include("share"), include("outside"), include("cover")])
    expect(api["precedence"]["methods"].map { |each| each["title"] }).to include("last in order wins")
    expect(api["map"]["rows"].to_h { |row| [row["field"], row["cells"].first] }["mark"]).to eq("masked|read_only")
    expect([api["audit"]["status"], api["findings"]["kinds"].map { |each| each["id"] }]).to match(
      ["done", include("no_reason")]
    )
  end

  it "does what is scheduled, and works off a kind of job" do
    expect(@told["jobs"]["tasks"]).to include("count_rules", "audit_at_night")
    expect(@told["jobs"]["job"]).to match(["done", { "rules" => be_positive }])
  end
end
