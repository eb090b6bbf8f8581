# frozen_string_literal: true

# What is read of an expectation is all that it says: no two that say different things read alike.
RSpec.describe CobaltLedger::Changes::ExpectationSentence do
  def said(document) = described_class.new(document, policy, directory).to_s

  let(:claim) do
    { "id" => "c", "title" => "Claim",
      "never" => { "may" => "see", "labels" => ["restricted"],
                   "audience" => { "any" => [{ "role" => "courier" }], "except" => [{ "group" => "night" }] } } }
  end
  let(:asked) do
    { "id" => "q", "title" => "Question",
      "question" => { "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => "edit",
                      "stored" => { "stage" => "signed", "count" => 3 }, "entered" => { "notes" => "Fragile" } },
      "answer" => { "levels" => { "count" => %w[read_only masked], "notes" => "editable" } } }
  end

  # Values of each member that say different things, nil for a member that is not there.
  let(:variants) do
    {
      "never" => {
        "may" => %w[see see_masked change], "labels" => [["restricted"], ["confidential"], %w[restricted internal]],
        "record_types" => [nil, ["loan"]], "fields" => [nil, ["notes"], %w[notes count], ["gone"]],
        "modes" => [nil, ["view"], %w[edit view]], "channels" => [nil, ["form"], %w[import interface]],
        "audience" => [
          { "everyone" => true }, { "everyone" => true, "except" => [{ "role" => "courier" }] },
          { "any" => [{ "role" => "courier" }] }, { "any" => [{ "user" => "asha" }, { "group" => "empty" }] }
        ]
      },
      "question" => {
        "user" => %w[asha ilka nobody-any-more], "unit" => %w[kiln tidewater gone], "mode" => %w[edit view create list],
        "channel" => [nil, "import", "automation", "interface"], "locked" => [nil, true], "lifted" => [nil, true],
        "stored" => [nil, { "stage" => "signed" }, { "stage" => "out" }, { "gone" => 1 }, { "count" => 1.5 }],
        "entered" => [nil, { "stage" => "signed" }, { "stage" => nil }], "any_record" => [nil, true],
        "at" => [nil, "2026-03-31T14:10", "2026-03-31T14:11"], "network" => [nil, "10.0.0.7"], "place" => [nil, "quay"],
        "form" => [nil, "desk"], "record_type" => %w[loan gone]
      },
      "answer" => {
        "levels" => [nil, { "count" => "hidden" }, { "count" => %w[hidden masked] }, { "notes" => "hidden" },
                     { "gone" => "hidden" }],
        "actions" => [nil, { "save" => "allowed" }, { "save" => "denied" }, { "open" => "denied" }],
        "refused" => [nil, true, false]
      }
    }
  end

  it "reads as one sentence" do
    expect(said(claim)).to eq(
      "Never shown unmasked to Courier except Night Custodians: any field labelled Restricted of any record."
    )
    everyone = claim.merge("never" => { "may" => "change", "record_types" => ["loan"], "fields" => ["location"],
                                        "audience" => { "everyone" => true, "except" => [{ "user" => "asha" }] },
                                        "modes" => %w[edit create], "channels" => ["import"] })
    expect(said(everyone)).to eq(
      "Changed by no one except Asha Brandt: Location of an outgoing loan, when editing or creating, through an import."
    )
    expect(said(asked)).to eq(
      "Asha Brandt, editing an outgoing loan at The Kiln Works, where Stage is Signed and Count is 3, with Fragile " \
      "typed for Notes: Count is read-only or masked; Notes is editable."
    )
  end

  it "never reads alike for two that say different things, also where what they name is gone" do
    variants.each do |part, members|
      base = part == "never" ? claim : asked
      members.each do |member, values|
        read = values.map { |value| said(base.merge(part => base[part].merge(member => value).compact)) }
        expect(read.uniq).to eq(read), "#{part}/#{member}: #{read}"
      end
    end
  end
end
