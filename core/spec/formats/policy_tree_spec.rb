# frozen_string_literal: true

require "tmpdir"

RSpec.describe CobaltLedger::Formats::PolicyTree do
  def newest(document) = CobaltLedger::Formats::UpToDate.policy(document)
  def text(document) = CobaltLedger::CanonicalJson.write(document)

  # A policy with more in it than the generator makes, its lists in any order.
  def policy_of(seed)
    random = Draws.new(seed)
    document = newest(PolicyGenerator.new(seed).policy(self)).merge(
      "expectations" => Array.new(random.rand(3)) do |index|
        { "id" => "e#{index}", "title" => "E “#{index}”\u2028", "never" =>
          { "may" => "see", "labels" => ["restricted"], "audience" => { "everyone" => true } } }
      end,
      "limits" => { "look_seconds" => 40 }
    )
    %w[rules baselines expectations].each { |list| document[list] = document[list].shuffle(random: random) }
    random.rand < 0.3 ? document.except("expectations", "limits") : document
  end

  it "makes files that join to the very same document, for 200 generated policies", :generated do
    trials("trees", 200) do |seed|
      document = policy_of(seed)
      files = described_class.split(document)
      expect(text(described_class.join(files))).to eq(text(document)), "seed #{seed}"
      shuffled = document.transform_values do |value|
        value.is_a?(Hash) ? value.to_a.reverse.to_h : value
      end.to_a.reverse.to_h
      expect(described_class.split(shuffled)).to eq(files), "seed #{seed}: the order of members shows"
    end
  end

  it "keeps numbers exact and touches one file for one rule" do
    document = newest(policy_document(rule("count", "lock",
                                           when: compare("value", "greater", BigDecimal("1.10000000000000000001")))))
    files = described_class.split(document)
    expect(files["rules/loan/r1.json"]).to include("1.10000000000000000001")
    other = document.merge("rules" => [document["rules"].first.merge("title" => "Other")])
    changed = described_class.split(other).reject { |path, content| files[path] == content }
    expect(changed.keys).to eq(["rules/loan/r1.json"])
  end

  it "names the file of each fault" do
    files = described_class.split(newest(policy_document(rule("notes", "hide"), rule("count", "lock"))))
    expect do
      described_class.join(files.except("policy.json"))
    end.to raise_error(CobaltLedger::BadInput, /policy.json: is missing/)
    moved = files.except("rules/loan/r1.json").merge("rules/loan/x.json" => files["rules/loan/r1.json"])
    expect do
      described_class.join(moved)
    end.to raise_error(CobaltLedger::BadInput, %r{x.json: should be called rules/loan/r1.json})
    expect { described_class.join(files.merge("notes/a.json" => "{}")) }.to raise_error(
      CobaltLedger::BadInput, %r{notes/a.json: is not part of a policy}
    )
    Dir.mktmpdir do |folder|
      CobaltLedger::Formats::TreeOnDisk.write(folder, described_class.join(files))
      broken = File.join(folder, "rules/loan/r2.json")
      File.write(broken, File.read(broken).sub('"count"', '"gone"'))
      read = -> { CobaltLedger::Formats::TreeOnDisk.read(folder) { |joined| CobaltLedger::Formats::PolicyJson.build(joined) } }
      expect(&read).to raise_error(CobaltLedger::BadInput, %r{rules/loan/r2.json /lines/0/fields/0: .*gone})
      File.write(File.join(folder, "main.c"), "")
      expect { CobaltLedger::Formats::TreeOnDisk.write(folder, described_class.join(files)) }.to raise_error(
        CobaltLedger::BadInput, /main.c, which is no part/
      )
    end
  end
end
