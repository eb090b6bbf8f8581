# frozen_string_literal: true

RSpec.describe CobaltLedger::Rules::Sentence do
  def sentence(document)
    with_rule = policy(document)
    described_class.new(with_rule.rules.first, with_rule, directory).to_s
  end

  it "reads back everything the rule says" do
    document =
      rule(
        %w[contact notes],
        mask("keep_last", count: 3, replace: true),
        "lock",
        audience: {
          "any" => [{ "role" => "courier" }, { "group" => "night" }], "except" => [{ "user" => "zora" }]
        },
        reach: {
          "modes" => %w[edit view], "units" => ["kiln"], "channels" => ["form"]
        },
        when: compare("stage", "equal", "signed")
      )
    expect(sentence(document)).to eq(
      "For Courier and Night Custodians except Zora Nightingale, editing or viewing an outgoing loan " \
      "through the form at The Kiln Works, when Stage is Signed: Contact and Notes are masked (only the last " \
      "3 characters kept, can be replaced while masked) and locked."
    )
  end

  it "says everyone and any mode outright" do
    expect(sentence(rule("notes", "hide"))).to eq("For everyone, in any mode of an outgoing loan: Notes is hidden.")
  end

  it "names whole sections" do
    expect(sentence(rule([], "lock", targets: { "sections" => ["main"] }))).to end_with(
      ": all fields under Main are locked."
    )
  end
end
