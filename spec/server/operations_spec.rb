# frozen_string_literal: true

# What whoever runs the server asks of it.
RSpec.describe "Health, readiness and figures" do
  def ask(path, **headers) = Rack::MockRequest.new(app).get(path, headers.transform_keys(&:to_s))

  it "say that the server is up and can work" do
    expect([ask("/health").status, ask("/ready").body]).to eq([200, "ready\n"])
    allow(Server::Edition).to receive(:newest)
    expect(ask("/ready").status).to eq(503)
  end

  it "are told to who shows the token, and hold the journal's seal" do
    expect(ask("/metrics").status).to eq(404)
    ENV["COBALT_METRICS_TOKEN"] = "figures"
    expect(ask("/metrics").status).to eq(401)
    expect(ask("/metrics", HTTP_AUTHORIZATION: "Bearer figure").status).to eq(401)
    seal = Server::JournalSeal.now
    told = ask("/metrics", HTTP_AUTHORIZATION: "Bearer figures")
    expect(told.content_type).to start_with("application/openmetrics-text")
    expect(told.body).to include("cobalt_ledger_edition 1\n")
      .and include("cobalt_ledger_journal_sealed{digest=\"#{seal.digest}\"} #{seal.number}\n").and end_with("# EOF\n")
    expect(told.body.lines.grep_v(/\A(#|cobalt_ledger_[a-z_]+(\{[a-z]+="[^"]*"\})? \d+$)/)).to eq([])
  ensure
    ENV.delete("COBALT_METRICS_TOKEN")
  end
end
