# frozen_string_literal: true

# Automations and what programs are for, seen and edited as a part of the policy.
RSpec.describe "Automations and programs" do
  before do
    sign_in("mairin")
    look
  end

  def look
    call(:get, "/api/automations?state=pending")
    @given = answer
  end

  def keep(etag: @given["etag"], **change)
    call(:put, "/api/automations", @given.slice("automations", "programs").merge(change.transform_keys(&:to_s)),
         if_match: etag)
  end

  # The sample's automation with a part of it changed.
  def changed(**part) = [@given["automations"].first.merge(part.transform_keys(&:to_s))]

  it "are edited in the change set, by version" do
    expect(@given["automations"].map { |each| each["title"] }).to eq(["An approved loan is checked"])
    expect(keep(automations: changed(title: "Checked twice"), programs: [])).to eq(200)
    expect(answer.dig("automations", 0, "title")).to eq("Checked twice")
    expect(keep(automations: [])).to eq(412)
    call(:get, "/api/automations?state=in_force")
    expect(answer.slice("automations", "programs")).to eq(@given.slice("automations", "programs"))
    sign_in("xenia")
    expect(call(:get, "/api/automations?state=in_force")).to eq(200)
    expect(keep(automations: [])).to eq(403)
  end

  it "say what is wrong with them and change nothing" do
    {
      changed(user: "asha.lindqvist") => "/automations/0/user",
      changed(record_type: "nothing") => "/automations/0/record_type",
      changed(when: { "stage" => "nowhere" }) => "/automations/0/when/stage",
      changed(steps: [{ "write" => { "no_such" => { "value" => 1 } } }]) => "/automations/0/steps/0/write/no_such",
      changed(steps: [{ "tell" => { "to" => { "role" => "nobody" }, "words" => "a" } }]) =>
        "/automations/0/steps/0/tell/to",
      changed(steps: []) => "/automations/0/steps",
      changed * 2 => "/automations/1"
    }.each do |wanted, pointer|
      expect([keep(automations: wanted), told.join]).to match([422, include(pointer)])
    end
    expect(keep(programs: [{ "user" => "nobody", "record_types" => [] }])).to eq(422)
    expect([keep(programs: @given["programs"] * 2), told.join]).to match([422, include("/programs/2/user")])
    before = @given
    look
    expect(@given).to eq(before)
  end

  it "have to be signed for where they let somebody see more" do
    step = { "write" => { "packing" => { "from" => "security_notes" } } }
    keep(automations: changed(steps: [step]))
    call(:get, "/api/change-set/approval")
    expect(answer["needed"].map { |each| each["id"] }).to include("restricted-opened")
  end
end
