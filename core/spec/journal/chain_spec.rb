# frozen_string_literal: true

# The chain of the journal, attacked in every way a single hand can.
RSpec.describe CobaltLedger::Journal::Chain do
  members = %w[actor at details field kind number person reason record_type subject]

  def entries(count, random, members)
    previous = described_class::START
    (1..count).map do |id|
      texts = members.to_h do |name|
        [name, [nil, "x", "“\u2028\u{1F510}\"\\", "a\tb\u0001", "#{name} #{id}"].sample(random: random)]
      end
      entry = texts.merge("id" => id, "previous" => previous, "at" => format("2026-11-27T10:00:%02d.000000Z", id % 60),
                          "kind" => "edit", "details" => "{}")
      previous = described_class.digest(entry)
      entry.merge("digest" => previous)
    end
  end

  it "is the SHA-256 of the canonical JSON of each entry with what came before" do
    entry = entries(1, Random.new(1), members).first
    document = entry.except("digest").compact
    expect(entry["digest"]).to eq(Digest::SHA256.hexdigest(CobaltLedger::CanonicalJson.write(document)))
  end

  it "finds the first entry that was changed, taken out, put in, moved or renumbered, wherever it is", :generated do
    trials("chains", 300) do |seed|
      random = Draws.new(seed)
      chain = entries(2 + random.rand(8), random, members)
      expect(described_class.verify(chain)).to have_attributes(broken: nil, total: chain.size,
                                                               head: chain.last["digest"])
      place = random.rand(chain.size)
      tampered, first = tamper(chain, place, random, members)
      report = described_class.verify(tampered, seen: { chain.size => chain.last["digest"] })
      expect(report.broken&.id).to eq(first), "seed #{seed}: #{report.broken.inspect}"
    end
  end

  # [the chain as it was left, number of the first entry that does not fit]
  def tamper(chain, place, random, members)
    case random.rand(6)
    when 0
      name = (members + %w[digest previous]).sample(random: random)
      [chain.dup.tap { |copy| copy[place] = copy[place].merge(name => "#{copy[place][name]}!") }, place + 1]
    when 1
      # Taken off at the end it is found out by who has seen it.
      [chain.reject.with_index { |_, index| index == place }, place == chain.size - 1 ? chain.size : place + 2]
    when 2 then [chain.dup.insert(place, chain[place]), place + 1]
    when 3
      forged = chain[place].merge("reason" => "forged")
      forged["digest"] = described_class.digest(forged)
      [chain.dup.tap { |copy| copy[place] = forged }, place == chain.size - 1 ? chain.size : place + 2]
    when 4
      swapped = chain.dup
      other = place.zero? ? 1 : place - 1
      swapped[place], swapped[other] = swapped[other], swapped[place]
      [swapped, swapped[[place, other].min]["id"]]
    else
      later = chain.map.with_index { |entry, index| index < place ? entry : entry.merge("id" => entry["id"] + 1) }
      [later, place + 2]
    end
  end

  it "goes on from what was let go by age only where an entry says so, and tells of a clock that was set back" do
    chain = entries(6, Random.new(3), members)
    anchor = [3, chain[2]["digest"]]
    told = lambda do |details|
      rest = chain[3..].map(&:dup)
      rest[2].merge!("kind" => "journal_ended", "details" => JSON.generate(details),
                     "at" => "2026-11-27T09:00:00.000000Z")
      rest[2]["digest"] = described_class.digest(rest[2].except("digest"))
      described_class.verify(rest, anchor: anchor)
    end
    expect(told.call("through" => 3, "digest" => anchor[1])).to have_attributes(broken: nil, total: 3, back: [6])
    expect(told.call("through" => 2, "digest" => anchor[1]).broken.words).to include("nothing records that")
  end
end
