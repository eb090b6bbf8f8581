# frozen_string_literal: true

RSpec.describe CobaltLedger::Graph do
  def ring(edges) = described_class.ring(edges) { |node| edges.fetch(node, []) }

  it "finds a ring as a path that ends where it starts" do
    expect(ring("a" => ["b"], "b" => ["c"], "c" => ["b"])).to eq(%w[b c b])
    expect(ring("a" => ["a"])).to eq(%w[a a])
  end

  it "finds none where several paths meet again" do
    expect(ring("a" => %w[b c], "b" => ["d"], "c" => ["d"], "d" => [])).to be_nil
  end

  it "does not follow what is not there" do
    expect(ring("a" => ["ghost"])).to be_nil
  end

  it "walks a chain too long for Ruby's own stack" do
    edges = (0...50_000).to_h { |number| [number, [number + 1]] }
    expect(ring(edges)).to be_nil
    expect(ring(edges.merge(49_999 => [0])).size).to eq(50_001)
  end

  it "reaches everything once, nearest first" do
    edges = { "a" => %w[b c], "b" => ["d"], "c" => ["d"], "d" => ["a"] }
    expect(described_class.reachable("a") { |node| edges.fetch(node, []) }).to eq(%w[b c d])
  end
end
