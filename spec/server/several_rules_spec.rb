# frozen_string_literal: true

RSpec.describe "Several rules at once" do
  before { sign_in("mairin") }

  let(:rules) { Server::PolicyStore.instance.pending.document["rules"] }
  let(:officers) { rules.select { |rule| rule["audience"]["any"]&.include?({ "role" => "loans-officer" }) } }

  def now(id) = Server::PolicyStore.instance.pending.document["rules"].find { |rule| rule["id"] == id }

  def told(ids, **change)
    call(:post, "/api/rules/several/preview", { rules: ids, change: change })
    answer
  end

  def done(ids, revision = told(ids, **yield)["revision"])
    call(:post, "/api/rules/several", { rules: ids, change: yield, revision: revision })
  end

  it "are given another audience, told first, kept whole" do
    ids = officers.map { |rule| rule["id"] }
    swap = { audience: { replace: { role: "loans-officer" }, by: { role: "art-handler" } } }
    preview = told(ids, **swap)
    expect(preview["changes"]).to eq(ids.size)
    expect(preview["sentences"]).to include(/Loans Officer|Tomas Reyl|Art Handler/)
    expect(done(ids) { swap }).to eq(200)
    expect(answer).to eq("changes" => ids.size)
    expect(ids.map { |id| now(id)["audience"]["any"] }).to all(include({ "role" => "art-handler" }))
    expect(ids.flat_map { |id| now(id)["audience"]["any"] }).not_to include({ "role" => "loans-officer" })
  end

  it "are switched off, given a day of review, removed and ranked" do
    loans = officers.select { |rule| rule["record_type"] == "outgoing-loan" && rule["kind"] == "ordinary" }
    ids = loans.sort_by { |rule| rule["rank"] }.first(3).map { |rule| rule["id"] }
    expect(done(ids) { { state: "off" } }).to eq(200)
    expect(ids.map { |id| now(id)["state"] }.uniq).to eq(["off"])
    expect(told(ids, state: "off")).to include("changes" => 0, "sentences" => [])
    expect(done(ids) { { review_by: "2027-01-31" } }).to eq(200)
    expect(done(ids) { { rank: "last" } }).to eq(200)
    ordinary = Server::PolicyStore.instance.pending.policy.rules_of("outgoing-loan").reject(&:guardrail?).map(&:id)
    expect(ordinary.last(3)).to eq(ids)
    expect(done(ids) { { remove: true } }).to eq(200)
    expect(ids.map { |id| now(id) }).to all(be_nil)
  end

  it "are left alone when anything is wrong: a removed rule, a member nobody knows, an edit meanwhile" do
    ids = officers.first(2).map { |rule| rule["id"] }
    expect(done(ids + ["gone"], 0) { { state: "off" } }).to eq(422)
    expect(done(ids, 0) { { audience: { by: { role: "ghost" } } } }).to eq(422)
    expect(done(ids, 0) { { review_by: "2027-02-31" } }).to eq(422)
    [{ review_by: "soon" }, { audience: { by: { role: "courier", user: "asha.brandt" } } },
     { owner: "" }].each do |change|
      expect(call(:post, "/api/rules/several/preview", { rules: ids, change: change })).to eq(422)
    end
    seen = told(ids, state: "off")["revision"]
    add_rule
    expect(done(ids, seen) { { state: "off" } }).to eq(412)
    expect(done(ids, 0) { { state: "off", remove: true } }).to eq(422)
    expect(ids.map { |id| now(id)["state"] }).to all(be_nil.or(eq("on")))
  end
end
