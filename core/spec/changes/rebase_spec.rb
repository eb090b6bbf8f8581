# frozen_string_literal: true

# Bringing edits up to another edition, held against what can be said of every outcome without knowing how it is found.
RSpec.describe CobaltLedger::Changes::Rebase do
  rounds = 150

  def judge = ->(document) { CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true) }
  def between(from, to) = CobaltLedger::Changes::DocumentEdits.between(from, to)
  def apply(document, edits) = CobaltLedger::Changes::DocumentEdits.apply(document, edits)
  def key(edit) = [edit.kind, edit.id]

  def newest(document) = CobaltLedger::Formats::UpToDate.policy(document)

  # An edited document whose policy is sound, or nil.
  def edited(generator, document, times)
    newest(times.times.reduce(document) { |current, _| generator.edited(current)[1] }).tap { |after| judge.call(after) }
  rescue CobaltLedger::BadInput
    nil
  end

  it "loses no edit, lets none win unseen, and leaves a sound policy, for #{rounds} generated pairs", :generated do
    told = Hash.new(0)
    trials("rebases", rounds) do |seed|
      generator = PolicyEdits.new(seed)
      base = generator.policy(self)
      mine = edited(generator, base, 3)
      theirs = edited(generator, base, 2)
      next unless mine && theirs

      base = newest(base)
      edits = between(base, mine)
      standing, aside, gone = described_class.new(edits, theirs, &judge).run
      hold(base, theirs, edits, standing, aside, gone, seed)
      { standing: standing, aside: aside, gone: gone }.each { |name, list| told[name] += list.size }
    end

    expect(told.values_at(:standing, :aside)).to all(be_positive)
  end

  def hold(base, theirs, edits, standing, aside, gone, seed)
    expect((standing + gone).map { |edit| key(edit) } + aside.map { |each| key(each.edit) }).to(
      match_array(edits.map { |edit| key(edit) }), "seed #{seed}: an edit was lost, or is there twice"
    )
    result = apply(theirs, standing)
    expect { judge.call(result) }.not_to raise_error
    moved = between(base, theirs).to_set { |edit| key(edit) }
    edits.each { |edit| hold_subject(edit, [base, theirs, result], moved, standing, gone, seed) }
    # What only they changed is as they left it.
    (moved - edits.map { |edit| key(edit) }).each do |kind, id|
      found = [theirs, result].map { |document| CobaltLedger::Changes::DocumentEdits.find(document, kind, id) }
      expect(found.uniq.size).to eq(1), "seed #{seed}: #{kind} #{id} of theirs is not as they left it"
    end
  end

  def hold_subject(edit, documents, moved, standing, gone, seed)
    before, left, now = documents.map do |document|
      CobaltLedger::Changes::DocumentEdits.find(document, edit.kind, edit.id)
    end
    expect(now).to eq(left), "seed #{seed}: #{key(edit)} is not as they left it" if gone.include?(edit)
    return unless standing.any? { |each| key(each) == key(edit) }

    if moved.include?(key(edit)) then hold_members(before, edit.after, left, now, "seed #{seed}: #{key(edit)}")
    else
      unplaced = [now, edit.after].map { |side| edit.kind == "rule" && side ? side.except("rank") : side }
      expect(unplaced.uniq.size).to eq(1), "seed #{seed}: #{key(edit)} is not mine"
    end
  end

  # Of what both changed and what yet stands, every member is as the side left it that changed it.
  def hold_members(before, mine, theirs, now, place)
    (before.keys | mine.keys | theirs.keys).each do |name|
      sides = [before, mine, theirs, now].map { |side| side[name] }
      if sides.first(3).any?(Array) && %w[fields sections].include?(name)
        each_item(*sides) { |item| hold_members(*item, "#{place} #{name}") }
      else
        allowed = sides[1] == sides[0] ? sides[2] : sides[1]
        expect(sides[3]).to eq(allowed), "#{place}: #{name} is neither side's"
      end
    end
  end

  def each_item(*sides)
    lists = sides.map { |side| side.to_h { |item| [item["id"], item] } }
    lists.flat_map(&:keys).uniq.each do |id|
      items = lists.map { |list| list[id] }
      next yield(items) if items.all?

      allowed = items[1] == items[0] ? items[2] : items[1]
      expect(items[3]).to eq(allowed)
    end
  end

  describe "a rule" do
    let(:base) { newest(policy_document(rule("contact", "hide"))) }

    def made(document, *rules) = newest(document.merge("rules" => document["rules"] + rules))

    def with(document, **members)
      document.merge("rules" => document["rules"].map { |each| each.merge(members.transform_keys(&:to_s)) })
    end

    def outcome(mine, theirs, picks = {})
      CobaltLedger::Changes::ThreeWay.of(between(base, mine).first, theirs["rules"].first, picks)
    end

    it "is asked about where both changed what it says, and settled part by part" do
      mine = with(base, audience: { "any" => [{ "role" => "courier" }] })
      theirs = with(base, state: "off", owner: "asha")
      expect(outcome(mine, theirs)).to have_attributes(kind: :clash, parts: match_array(%w[audience state]))
      settled = outcome(mine, theirs, "audience" => "mine", "state" => "theirs")
      expect(settled).to have_attributes(kind: :joined)
      expect(settled.after).to eq(theirs["rules"].first.merge(mine["rules"].first.slice("audience")))
      expect(outcome(mine, theirs, "audience" => "theirs", "state" => "mine").after).to eq(
        base["rules"].first.merge("owner" => "asha")
      )
    end

    it "joins a new title with what the other side says" do
      mine = with(base, title: "After")
      theirs = with(base, state: "off")
      expect(outcome(mine, theirs)).to have_attributes(
        kind: :joined, after: base["rules"].first.merge("title" => "After", "state" => "off")
      )
    end

    it "comes behind the others where it is new and its place was taken meanwhile" do
      mine, theirs = %w[b c].map { |id| made(base, rule("notes", "hide", id: id, rank: 2)) }
      standing, aside, = described_class.new(between(base, mine), theirs, &judge).run
      expect([standing.map { |edit| edit.after["rank"] }, aside]).to eq([[3], []])
    end

    it "that names what went is held aside, with why, and the rest stands" do
      mine = made(with(base, title: "Other"), rule("notes", "hide", id: "d", rank: 4))
      type = base["record_types"].first
      left = type["fields"].reject { |field| field["id"] == "notes" }
      theirs = base.merge("record_types" => [type.merge("fields" => left)])
      standing, aside, = described_class.new(between(base, mine), theirs, &judge).run
      expect([standing.map(&:id), aside.map { |each| each.edit.id }]).to eq([["r1"], ["d"]])
      expect(aside.first.faults.first.to_s).to include("notes")
    end
  end

  describe "a record type" do
    let(:base) { newest(policy_document) }
    let(:type) { base["record_types"].first }

    def with(**members) = base.merge("record_types" => [type.merge(members.transform_keys(&:to_s))])
    def fields = type["fields"]
    def but(id, **more) = fields.map { |each| each["id"] == id ? each.merge(more.transform_keys(&:to_s)) : each }
    def ids(document) = document["record_types"].first["fields"].map { |each| each["id"] }

    def brought_up(mine, theirs)
      standing, aside, = described_class.new(between(base, mine), theirs, &judge).run
      [apply(theirs, standing), aside]
    end

    it "takes fields that each side changed, added, moved and dropped as that side left them" do
      mine = with(fields: but("contact", name: "Whom to ring") + [field("mine")])
      theirs = with(name: "Loan out", fields: [field("theirs"), *but("value", label: "restricted")].reject do |each|
        each["id"] == "location"
      end)
      result, aside = brought_up(mine, theirs)
      named = result["record_types"].first["fields"].to_h { |each| [each["id"], each] }
      expect(aside).to eq([])
      expect(ids(result)).to eq(%w[theirs number stage count value total contact notes mine])
      expect([named["contact"]["name"], named["value"]["label"], result["record_types"].first["name"]]).to eq(
        ["Whom to ring", "restricted", "Loan out"]
      )
    end

    it "asks about one member of a field that both changed, and about a field that one changed and the other dropped" do
      _, aside = brought_up(with(fields: but("contact", label: "open")),
                            with(fields: but("contact", label: "restricted")))
      expect(aside.map(&:parts)).to eq([["fields/contact/label"]])
      _, aside = brought_up(with(fields: but("notes", name: "Words")), with(fields: fields.reject do |each|
        each["id"] == "notes"
      end))
      expect(aside.map(&:parts)).to eq([["fields/notes"]])
    end

    it "asks about an order that both changed, and follows the one that was picked" do
      mine = with(fields: fields.reverse)
      theirs = with(fields: fields.rotate)
      _, aside = brought_up(mine, theirs)
      expect(aside.map(&:parts)).to eq([["fields order"]])
      edit = between(base, mine).first
      settled = %w[mine theirs].map do |side|
        CobaltLedger::Changes::ThreeWay.of(edit, theirs["record_types"].first, "fields order" => side).after
      end
      expect(settled.map { |each| each["fields"] }).to eq([fields.reverse, fields.rotate])
    end
  end
end
