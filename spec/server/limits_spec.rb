# frozen_string_literal: true

# Limits and places, seen and edited as a part of the policy.
RSpec.describe "Limits and places" do
  before do
    sign_in("mairin")
    call(:get, "/api/limits?state=pending")
    @given = answer
  end

  def keep(etag: @given["etag"], **change)
    call(:put, "/api/limits", @given.slice("limits", "places").merge(change.transform_keys(&:to_s)), if_match: etag)
  end

  it "are edited in the change set, by version, and say what is wrong with them" do
    expect(keep(limits: { unlock_minutes: 5 })).to eq(200)
    expect(answer["limits"]).to eq("unlock_minutes" => 5)
    expect(keep(limits: {})).to eq(412)
    call(:get, "/api/limits?state=in_force")
    expect(answer["limits"]).to eq(@given["limits"])
    call(:get, "/api/limits?state=pending")
    @given = answer
    expect(keep(limits: { unlock_minutes: 0 })).to eq(422)
    expect(keep(limits: { emergency_group: "nobody" })).to eq(422)
    expect(keep(places: [{ id: "a", name: "A", networks: ["everywhere"] }])).to eq(422)
    expect(told.join).to include("networks")
    twice = Array.new(2) { { id: "a", name: "A" } }
    expect(keep(places: twice)).to eq(422)
    sign_in("xenia")
    expect(call(:get, "/api/limits?state=in_force")).to eq(200)
    expect(keep(limits: {})).to eq(403)
  end

  it "have to be signed for where they go further, and not where they are drawn in" do
    needed = lambda do |limits|
      call(:get, "/api/limits?state=pending")
      @given = answer
      keep(limits: limits)
      call(:get, "/api/change-set/approval")
      answer["needed"].to_h { |each| [each["id"], each["because"]] }
    end
    most = @given["limits"].merge("reveals_per_hour" => 999)
    expect(needed.call(most)).to eq("restricted-opened" => "more values can be revealed in an hour")
    expect(needed.call(@given["limits"].merge("reveals_per_hour" => 1, "look_seconds" => 5))).to eq({})
  end
end
