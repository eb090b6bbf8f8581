# frozen_string_literal: true

# Each finding on the policy with deliberate flaws, held to what it says: its example, its remedies, its words.
RSpec.describe "The findings on the flawed sample policy" do
  # The policy, its people and what the audit finds: calculated once.
  def self.made
    @made ||=
      begin
        directory =
          CobaltLedger::Formats::DirectoryJson.build(
            CobaltLedger::Formats::StrictJson.read(File.binread("demo/directory.json"))
          )
        document = CobaltLedger::Formats::StrictJson.read(File.binread("demo/flawed-policy.json"))
        {
          directory: directory, document: document, engine: engine(document, directory),
          findings: found(document, directory)
        }
      end
  end

  def self.engine(document, directory)
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
  end

  def self.found(document, directory, detectors: CobaltLedger::Audit::Detector.names, type: nil)
    made = engine(document, directory)
    types = type ? [made.policy.record_type(type)] : made.policy.record_types.values
    CobaltLedger::Audit::Run.new(made, document["rules"], at: Time.now, detectors: detectors).findings(types: types)
  end

  let(:made) { self.class.made }

  # The policy once a remedy has been taken.
  def mended(remedy)
    edits =
      remedy.edits.map do |edit|
        CobaltLedger::Changes::Edit.new(
          kind: "rule", id: edit["remove"] || edit["rule"]["id"], before: nil, after: edit["rule"]
        )
      end
    CobaltLedger::Changes::DocumentEdits.apply(made[:document], edits)
  end

  it "come with examples that deciding anew bears out, on every field they name" do
    shown = made[:findings].select(&:example)
    expect(shown.map(&:detector).uniq.size).to be > 8
    shown.each do |finding|
      question =
        CobaltLedger::Formats::QuestionJson.read(finding.example.question, made[:engine].policy, made[:directory])
      decision = made[:engine].decide(question)
      levels = finding.example.levels.keys.to_h { |field| [field, decision.everything[field].level] }
      expect(levels).to eq(finding.example.levels), finding.words
    end
  end

  it "are mended by each of their remedies" do
    offered = made[:findings].flat_map { |finding| finding.remedies.map { |remedy| [finding, remedy] } }
    expect(offered.size).to be > 20
    offered.each do |finding, remedy|
      left =
        self.class.found(mended(remedy), made[:directory], detectors: [finding.detector], type: finding.record_type)
      expect(left.map(&:identity)).not_to(
        include(finding.identity), "#{finding.words} is still there after: #{remedy.words}"
      )
    end
  end

  it "leave the policy sound with any of their remedies" do
    made[:findings].flat_map(&:remedies).each do |remedy|
      after = mended(remedy)
      expect { self.class.engine(after, made[:directory]) }.not_to raise_error
      expect(after["rules"].size).to be_between(made[:document]["rules"].size - 1, made[:document]["rules"].size)
    end
  end

  it "say each thing once, in a whole sentence, about rules and fields that are there" do
    made[:findings].each do |finding|
      type = made[:engine].policy.record_type(finding.record_type)
      expect(finding.words).to match(/\A[^a-z].*\.\z/)
      expect(finding.words).not_to match(/\b(nil|\{|#<)/)
      expect(finding.fields.all? { |id| type.subject(id) }).to be(true), finding.words
      expect(finding.rules & made[:document]["rules"].map { |rule| rule["id"] }).to eq(finding.rules)
    end
    expect(made[:findings].map(&:identity).uniq.size).to eq(made[:findings].size)
  end
end
