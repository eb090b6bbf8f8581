# frozen_string_literal: true

RSpec.describe "Rules that reach something" do
  before { sign_in("mairin") }

  def touching(**query)
    call(:get, "/api/rules/touching?#{URI.encode_www_form({ state: 'pending' }.merge(query))}")
  end

  it "are told with how they reach it, across record types, and refuse what is not there" do
    expect(touching(record_type: "outgoing-loan", field: "loan_fee")).to eq(200)
    first = answer["items"].find { |each| each["rule"]["id"] == "ol-signed-loans-keep-their-figures" }
    expect(first).to include("how" => ["names it"], "comes_to" => "locked", "type_name" => "Outgoing loan")
    touching(member: "user:tomas.reyl")
    expect(answer["items"].map { |each| each["type_name"] }.uniq.size).to be > 2
    expect(answer["items"].map { |each| each["how"] }.flatten).to include(/\Afor .*Loans Officer/)
    expect(touching(on: "2026-12-01", mode: "list", channel: "interface", unit: "tidewater-house")).to eq(200)
    { member: "role:ghost", unit: "moon", mode: "fly", channel: "pigeon", on: "soon",
      field: "loan_fee" }.each do |name, value|
      expect(touching(name => value)).to eq(422), name.to_s
    end
  end
end
