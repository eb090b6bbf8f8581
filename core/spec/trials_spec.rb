# frozen_string_literal: true

RSpec.describe Trials do
  # What is drawn in the cases of a set of trials.
  def drawn(name)
    [].tap { |found| trials(name, 3) { |seed| found << Array.new(4) { Draws.new(seed).rand(1_000) } } }
  end

  it "are the same each time, and others under another name" do
    first = drawn("one")
    expect(drawn("one")).to eq(first)
    expect(drawn("another")).not_to eq(first)
  end

  it "go on until they have met what they have to" do
    met = 0
    trials("rare", 2, enough: -> { met >= 3 }) { |seed| met += 1 if (seed % 5).zero? }
    expect(met).to eq(3)
  end

  it "make a case that fails smaller, whatever it is drawn for, and keep it for another time" do
    failing = lambda do |seed|
      draws = Draws.new(seed)
      list = Array.new(draws.rand(10..30)) { draws.rand(100) }
      Trial.note("list", list)
      raise ArgumentError, "too much" if list.sum > 150
    end
    found = Trial.new(4).run(&failing).smallest(5, &failing)
    list = found.documents.last[1]
    expect([found.failure.message, list.size, list.sum]).to eq(["too much", 10, 151])
    again = Trial.new(4, found.tapes).run(&failing)
    expect(again.documents).to eq(found.documents)
  end
end
