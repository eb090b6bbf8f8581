# frozen_string_literal: true

# Who some people are, held to reading the words again.
RSpec.describe CobaltLedger::Changes::InCommon do
  document = JSON.parse(File.read(File.expand_path("../../../demo/directory.json", __dir__)))
  people = CobaltLedger::Formats::DirectoryJson.build(document)
  all = people.users.map(&:id)

  lists = { role: people.roles, group: people.groups, department: people.departments, unit: people.units }

  # The people that words name, found again by name.
  meant = lambda do |words|
    what, but = words.delete_prefix("everyone ").split(" except ")
    kind, start = described_class::KINDS.find { |_, text| what.start_with?("#{text} ") }
    names = kind ? what.delete_prefix("#{start} ").split(/, | or /) : []
    inside = names.flat_map { |name| people.within(kind, lists[kind].find { |each| each.name == name }.id) }
    left_out = (but || "").split(/, | and /)
    (kind ? inside.uniq : all) - people.users.select { |user| left_out.include?(user.name) }.map(&:id)
  end

  # Those whom words for what they are not in leave over.
  outside = lambda do |words|
    kind, start = described_class::OUTSIDE.find { |_, text| words.start_with?("#{text} ") }
    names = words.delete_prefix("#{start} ").split(/, | or /)
    all - names.flat_map { |name| people.within(kind, lists[kind].find { |each| each.name == name }.id) }
  end

  # All of some roles, groups, departments or units, but for a few people; now and then anyone at all.
  some = lambda do |random|
    return all.select { random.rand < 0.5 } if random.rand < 0.1

    kind = lists.keys.sample(random: random)
    whole = lists[kind].sample(random.rand(1..4), random: random).flat_map { |node| people.within(kind, node.id) }.uniq
    whole - whole.sample([0, 0, 1, 2, 3].sample(random: random), random: random)
  end

  it "names just those people, by what they are all in and no one else is", :generated do
    found = Hash.new(0)
    trials("in common", 300, enough: -> { found[:named] > 40 }) do |seed|
      random = Draws.new(seed)
      users = some.call(random)
      next if [0, all.size].include?(users.size)

      others = described_class.new(people).outside(all - users)
      expect(outside.call(others)).to match_array(all - users), "seed #{seed}: #{others}" if others
      found[:outside] += 1 if others
      words = described_class.new(people).words(users)
      next found[:no] += 1 if words.nil?

      found[:named] += 1
      expect(meant.call(words)).to match_array(users), "seed #{seed}: #{words}"
    end
    expect(found.values_at(:no, :outside)).to all(be_positive)
  end
end
