# frozen_string_literal: true

# What people read of two sides that both changed something.
RSpec.describe Server::SideInWords do
  before { SampleDatabase.fresh }

  def named(kind, part, document) = described_class.part_name(kind, part, { "mine" => document, "theirs" => nil })

  it "calls fields, actions and items of lists what people call them" do
    baseline = { "record_type" => "outgoing-loan", "name" => "Quiet houses" }
    expect(named("baseline", "states/loan_fee/visibility", baseline)).to eq("Loan fee: visibility")
    expect(named("baseline", "actions/delete", baseline)).to eq("Delete")
    type = { "id" => "outgoing-loan", "fields" => [{ "id" => "packing", "name" => "Packing" }] }
    expect(named("record_type", "fields/packing/label", type)).to eq("Packing: label")
    expect(named("record_type", "title_field", type)).to eq("Title field")
  end

  it "says each part of a rule in words, and of one that can't stand what it holds" do
    rule = Server::PolicyStore.instance.in_force.document["rules"].find { |each| each["when"] && each["reach"] }
    side = described_class.of("rule", rule)
    expect(side.to_s).to include(side.part("audience"), side.part("when"), side.part("lines"))
    gone = described_class.of("rule", rule.merge("record_type" => "no-such-type"))
    expect([gone.to_s, gone.part("audience")]).to match([rule["title"], /\A(any|everyone)/])
  end
end
