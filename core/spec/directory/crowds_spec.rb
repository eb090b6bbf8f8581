# frozen_string_literal: true

RSpec.describe CobaltLedger::Directory::Crowds do
  def audience(document) = CobaltLedger::Directory::Audience.from(document)
  def crowds = @crowds ||= directory.crowds
  def names(bits) = crowds.users(bits, 100).map(&:id)

  members = [
    { "role" => "registrar" }, { "role" => "courier" }, { "group" => "custodians" }, { "group" => "night" },
    { "department" => "collections" }, { "unit" => "trust" }, { "unit" => "kiln" }, { "user" => "zora" },
    { "group" => "gone" }
  ]
  documents =
    [{ "everyone" => true }] + members.combination(2).map { |pair| { "any" => pair } } +
    members.permutation(2).map { |one, other| { "any" => [one], "except" => [other] } }

  it "holds the people whom an audience matches, as asking each of them does, and counts those of the directory" do
    newcomer = CobaltLedger::Directory::User::NEWCOMER.id
    documents.each do |document|
      expected = directory.population.map(&:id).select do |id|
        audience(document).match?(directory.principals_of(id))
      end
      expect(names(crowds.of(audience(document)))).to eq(expected), document.to_s
      expect(crowds.size(crowds.of(audience(document)))).to eq((expected - [newcomer]).size)
    end
    expect(directory.principals_of(newcomer).ids(:role) + directory.principals_of(newcomer).ids(:unit)).to eq([])
    expect([crowds.everybody, crowds.newcomer, 0].map { |bits| crowds.words(bits) }).to eq(
      ["3 people and someone with no role, group or department", "someone with no role, group or department",
       "0 people"]
    )
  end

  it "parts them by how closely they are matched" do
    documents.each do |document|
      parted = crowds.by_closeness(audience(document)).to_h { |closeness, bits| [closeness, names(bits)] }
      expect(parted.values.flatten).to match_array(names(crowds.of(audience(document))))
      parted.each do |closeness, users|
        expect(
          users.map { |id| CobaltLedger::Directory::Closeness.of(audience(document), directory.principals_of(id)) }.uniq
        ).to eq([closeness])
      end
    end
  end

  it "makes the same sets of places, however many there are" do
    [[0], [2], [0, 2], directory.users.each_index.to_a].each do |places|
      expect(names(crowds.set(places))).to eq(places.map { |place| directory.users[place].id })
    end
  end

  it "tells which of many rules are meant for somebody, as asking each rule does" do
    rules = documents.map { |document| Struct.new(:audience).new(audience(document)) }
    index = CobaltLedger::Rules::AudienceIndex.new(rules)
    bare = [
      directory.bare(:everyone), directory.bare(:role, "courier"), directory.bare(:group, "night"),
      directory.bare(:unit, "kiln")
    ]
    (directory.users.map { |user| directory.principals_of(user.id) } + bare).each do |principals|
      expect(rules.each_index.select { |place| index.matching(principals)[place] == 1 }).to eq(
        rules.each_index.select { |place| rules[place].audience.match?(principals) }
      )
    end
  end
end
