# frozen_string_literal: true

RSpec.describe CobaltLedger::Conditions::Facts do
  let(:formulas) { policy.record_type("loan").formulas }
  let(:typed) { described_class.new(entered: { "stage" => "out" }, stored: { "stage" => "signed" }) }

  it "was opened with what the record held, unless told otherwise" do
    expect(typed.opening.entered).to eq("stage" => "signed")
    expect(typed.opening.opening.entered).to eq("stage" => "signed")
    expect(typed.opened_as(described_class.new(entered: { "stage" => "enquiry" })).opening.entered).to eq(
      "stage" => "enquiry"
    )
  end

  it "forgets how it was opened where other values are assumed" do
    typed.opening
    assumed = typed.assuming({ [:stored, "count"] => 2, [:stored, "value"] => 5, [:entered, "count"] => 3 }, formulas)
    expect([assumed.entered["total"], assumed.opening.entered["total"]]).to eq([15, 10])
    created = typed.assuming({ [:entered, "count"] => 3 }, formulas, stored: false)
    expect([created.entered["count"], created.opening.entered["count"]]).to eq([3, nil])
  end

  it "can't be told what it was not told" do
    expect([typed.at, typed.today, typed.network, typed.place, typed.user_id, typed.attribute("clearance")]).to all(
      be_a(CobaltLedger::Conditions::Unreadable)
    )
    expect(typed.today.message).to eq("the time was not given")
  end
end
