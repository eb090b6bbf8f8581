# frozen_string_literal: true

# What is read of an automation is all that it says: no two that do different things read alike.
RSpec.describe CobaltLedger::Changes::AutomationSentence do
  def said(document) = described_class.new(document, policy, directory).to_s

  let(:automation) do
    { "id" => "a", "title" => "A", "user" => "asha", "record_type" => "loan", "when" => { "stage" => "signed" },
      "steps" => [{ "write" => { "notes" => { "value" => "Fragile" } } },
                  { "tell" => { "to" => { "role" => "courier" }, "words" => "go", "fields" => ["count"] } }] }
  end
  let(:starts) { [{ "created" => true }, { "stage" => "signed" }, { "stage" => "out" }, { "stage" => "gone" }] }
  let(:values) do
    [{ "notes" => { "value" => "a" } }, { "notes" => { "value" => "b" } }, { "count" => { "value" => 3 } },
     { "count" => { "value" => 3 }, "notes" => { "value" => "a" } }, { "notes" => { "today" => true } },
     { "notes" => { "from" => "count" } }, { "notes" => { "from" => "location" } }, { "gone" => { "value" => "a" } },
     { "stage" => { "value" => "signed" } }, { "stage" => { "value" => "out" } }]
  end
  let(:messages) do
    [{ "role" => "courier" }, { "group" => "empty" }, { "user" => "ilka" }].flat_map do |to|
      [nil, ["count"], %w[count notes]].flat_map do |fields|
        %w[go stay].map { |words| { "to" => to, "words" => words, "fields" => fields }.compact }
      end
    end
  end

  it "reads as one sentence" do
    expect(said(automation)).to eq(
      "When an outgoing loan reaches signed, Asha Brandt sets Notes to “Fragile”; notifies Courier “go” with Count."
    )
    expect(said(automation.merge("owner" => "ilka", "state" => "off", "when" => { "created" => true }))).to match(
      /\AWhen an outgoing loan is created, .* is told of refusals\. It is switched off\.\z/
    )
  end

  it "tells any two apart that start, write, create or tell something different" do
    steps =
      values.map { |list| [{ "write" => list }] } +
      values.product([nil, "notes"], %w[loan gone]).map do |list, through, type|
        [{ "make" => { "record_type" => type, "through" => through, "values" => list }.compact }]
      end + messages.map { |each| [{ "tell" => each }] }
    steps += steps.first(30).each_cons(2).map { |first, second| first + second }
    found =
      steps.map { |each| automation.merge("steps" => each) } + starts.map { |each| automation.merge("when" => each) } +
      %w[owner user].product(%w[ilka nobody]).map { |member, id| automation.merge(member => id) } +
      [automation.merge("state" => "off"), automation.merge("record_type" => "gone")]
    found = found.uniq
    alike = found.group_by { |each| said(each) }.select { |_, same| same.size > 1 }
    expect([found.size > 60, alike]).to eq([true, {}])
  end
end
