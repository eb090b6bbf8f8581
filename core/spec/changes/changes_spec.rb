# frozen_string_literal: true

RSpec.describe CobaltLedger::Changes do
  let(:before_document) { policy_document(rule("notes", "lock", audience: { "any" => [{ "role" => "courier" }] })) }
  let(:after_document) do
    before_document.merge(
      "rules" => [
        before_document["rules"][0].merge("effects" => [{ "effect" => "hide" }]),
        rule("contact", "show", audience: { "any" => [{ "role" => "registrar" }] })
      ]
    )
  end

  def engine_of(document)
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
  end

  it "finds the edits between two policies, and applying them leads from one to the other" do
    edits = described_class::DocumentEdits.between(before_document, after_document)
    expect(edits.map { |edit| [edit.id, edit.verb] }).to contain_exactly(%w[r1 changed], %w[r2 added])
    expect(described_class::DocumentEdits.apply(before_document, edits)).to eq(after_document)
    back = described_class::DocumentEdits.between(after_document, before_document)
    expect(described_class::DocumentEdits.apply(after_document, back)).to eq(before_document)
  end

  it "takes away the places, programs and automations that a policy no longer speaks of" do
    more = { "places" => [{ "id" => "quay", "name" => "Quay" }], "limits" => { "unlock" => { "minutes" => 5 } },
             "automations" => [{ "id" => "note" }] }
    edits = described_class::DocumentEdits.between(before_document.merge(more), before_document)
    expect(edits.to_h { |edit| [edit.id, edit.after] }).to eq("places" => [], "limits" => {}, "automations" => [])
    expect(described_class::DocumentEdits.between(before_document, before_document.merge("places" => []))).to eq([])
  end

  it "says who gains and who loses, on which field, in which mode" do
    lines = described_class::Comparison.new(engine_of(before_document), engine_of(after_document)).lines
    notes = lines.find { |line| line.field == "notes" && line.mode == "edit" }
    expect(notes.to_h).to include(people: ["ilka"], units: %w[tidewater kiln trust])
    expect([notes.before, notes.after].map { |each| each.state.level }).to eq(%w[read_only hidden])
    expect(notes.direction).to eq(["sees less"])
    contact = lines.find { |line| line.field == "contact" && line.mode == "edit" }
    expect([contact.people, contact.direction]).to eq([["asha"], ["sees more", "may change more"]])
  end

  # Lines of what is said of the only edit between two documents.
  def told_of(before, after)
    policies = [before, after].map { |document| CobaltLedger::Formats::PolicyJson.build(document, directory) }
    edits = described_class::DocumentEdits.between(before, after)
    expect(edits.size).to eq(1)
    described_class::Account.new(*policies, directory).of(edits.first)
  end

  it "says all that an edit of an expectation, a signature, a baseline or a label changes" do
    claim = { "id" => "c", "title" => "Kept", "owner" => "asha",
              "never" => { "may" => "see", "labels" => ["restricted"], "audience" => { "everyone" => true } } }
    other = claim.merge("owner" => "ilka", "never" => claim["never"].merge("may" => "change"))
    base = policy_document
    expect(told_of(base.merge("expectations" => [claim]), base.merge("expectations" => [other]))).to eq(
      "title" => "Expectation Kept",
      "lines" => ["Before: Shown unmasked to no one: any field labelled Restricted of any record.",
                  "Changed by no one: any field labelled Restricted of any record.",
                  "Owner: Asha Brandt becomes Ilka Fenn"]
    )
    expect(told_of(base.merge("expectations" => [claim]), base)["lines"].first).to start_with("Removed: Shown unmasked")
    signed = { "id" => "s", "name" => "Opening", "approvers" => 2, "labels" => ["restricted"], "opens" => true }
    once = signed.merge("approvers" => 1, "by" => [{ "role" => "registrar" }], "record_types" => ["loan"])
    lines = told_of(base.merge("approval" => [signed]), base.merge("approval" => [once]))["lines"]
    expect(lines).to eq(
      ["Before: Opening: 2 signatures for edits that open fields labelled Restricted",
       "Opening: 1 signature by Registrar for edits that open fields labelled Restricted of an outgoing loan"]
    )
    held = { "id" => "b", "name" => "Kiln", "record_type" => "loan", "units" => ["kiln"],
             "states" => { "notes" => { "entry" => "locked" } } }
    moved = held.merge("units" => %w[kiln tidewater], "actions" => { "save" => "denied" },
                       "states" => { "count" => { "visibility" => "hidden" } })
    lines = told_of(base.merge("baselines" => [held]), base.merge("baselines" => [moved]))["lines"]
    expect(lines).to eq(["Notes: locked becomes nothing", "Count: nothing becomes hidden",
                         "Save: nothing becomes denied",
                         "Units: The Kiln Works becomes The Kiln Works and Tidewater House"])
    mask = { "visibility" => "masked", "mask" => { "format" => "keep_last", "count" => 3 } }
    labels = base["labels"].map do |each|
      each["id"] == "restricted" ? each.merge("start" => each["start"].merge(mask)) : each
    end
    expect(told_of(base, base.merge("labels" => labels))["lines"].join).to match(/hidden.* becomes masked \(.+\)/)
  end

  it "accounts for edits in plain words" do
    policies =
      [before_document, after_document].map { |document| CobaltLedger::Formats::PolicyJson.build(document, directory) }
    account = described_class::Account.new(*policies, directory)
    edits = described_class::DocumentEdits.between(before_document, after_document)
    expect(account.of(edits[0])["lines"]).to eq(
      [
        "Before: For Courier, in any mode of an outgoing loan: Notes is locked.",
        "For Courier, in any mode of an outgoing loan: Notes is hidden."
      ]
    )
  end
end
