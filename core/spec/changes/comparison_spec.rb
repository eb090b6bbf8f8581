# frozen_string_literal: true

require_relative "../support/policy_edits"

# The difference of two policies, held against deciding under both.
RSpec.describe CobaltLedger::Changes::Comparison do
  # shaped: true for documents whose shape others hold, which takes long to check.
  def engine_of(document, people = directory, shaped: false)
    document = CobaltLedger::Formats::UpToDate.policy(document) unless shaped
    CobaltLedger::Decisions::Engine.new(
      CobaltLedger::Formats::PolicyJson.build(document, people, shaped: shaped), people
    )
  end

  # What a policy answers to a question about one field, read off the whole decision.
  def answer(decision, id)
    field = decision.question.record_type.subject(id) or return nil
    CobaltLedger::Changes::Answer.new(
      decision.plan, field, decision.outcomes, decision.question.form, decision.settled.facts.hand
    )
  end

  # All of a decision that someone meets, by field.
  def met(decision)
    form = decision.question.form
    decision.fields.merge(decision.actions, decision.whole.field.id => decision.whole).to_h do |id, field|
      refused = decision.objections.select do |each|
        each.contribution.rule.targets?(field.field)
      end.map(&:message).uniq.sort
      offered = decision.offers.select { |offer| offer.field.id == id }.map { |offer| [offer.value, offer.note] }
      shown = form.nil? || id.include?("/") || form.fields.map(&:id).include?(id)
      [id, [field.state, decision.values[id], offered, refused, shown, decision.cleared_at_once.include?(id)]]
    end
  end

  # Sentences of what differs between two lists of rules.
  def told(before, after, **more)
    engines = [before, after].map { |rules| engine_of(policy_document(*rules, **more)) }
    compared = described_class.new(*engines)
    expect(compared.undecided).to be_empty
    wording = CobaltLedger::Changes::Wording.new(engines.map(&:policy), directory)
    CobaltLedger::Changes::Merging.of(compared.lines).map { |line| wording.sentence(line) }
  end

  def editing(fields, *effects, **more) = rule(fields, *effects, reach: { "modes" => ["edit"] }, id: "r1", **more)

  it "tells a condition that moves, both ways, though the outcomes are the same" do
    locked = ->(stages) { editing("count", "lock", when: compare("stage", "one_of", stages)) }
    expect(told([locked.call(%w[signed out])], [locked.call(%w[enquiry])])).to contain_exactly(
      "When Stage is Signed or Out, everyone can now edit Count of an outgoing loan while editing: " \
      "Read-only becomes Editable.",
      "When Stage is Enquiry, everyone can no longer edit Count of an outgoing loan while editing: " \
      "Editable becomes Read-only."
    )
  end

  it "tells a threshold and a mask that move" do
    locked = ->(limit) { editing("notes", "lock", when: compare("count", "at_least", limit)) }
    expect(told([locked.call(30)], [locked.call(3)])).to eq(
      ["When Count is at least 3 and less than 30, everyone can no longer edit Notes of an outgoing loan while " \
       "editing: Editable becomes Read-only."]
    )
    masked = ->(count) { editing("notes", mask("keep_last", count: count)) }
    expect(told([masked.call(3)], [masked.call(50)])).to eq(
      ["Everyone sees more of Notes of an outgoing loan while editing: Masked (only the last 3 characters kept) " \
       "becomes Masked (only the last 50 characters kept)."]
    )
  end

  it "follows windows over time, and tells channels, refusals, values, new fields and forms" do
    shown = editing("location", "show", audience: { "any" => [{ "role" => "courier" }] },
                                        window: { "until" => "2026-12-31" })
    expect(told([], [shown])).to eq(
      ["Ilka Fenn sees more of and can now edit Location of an outgoing loan while editing: Hidden becomes " \
       "Editable, until 1 Jan 2027 00:00 (UTC)."]
    )
    hidden = rule("notes", "hide", reach: { "modes" => ["edit"], "channels" => %w[automation interface] })
    expect(told([], [hidden])).to match([/through an automation or .+: Editable becomes Hidden\.$/])
    refusing = editing("count", { "effect" => "refuse", "message" => "Not so" })
    more = /^Everyone is refused more saves because of Count .+ refused with “Not so”\.$/
    expect(told([], [refusing])).to match([more])
    setting = editing("count", { "effect" => "set", "to" => { "value" => 0 } })
    expect(told([], [setting])).to match([/^Everyone gets a different value in Count .+: now set to 0\.$/])
    more = [[], [field("fresh", label: "open")]].map { |fields| policy_document(fields: loan_fields + fields) }
    lines = described_class.new(*more.map { |document| engine_of(document) }).lines
    expect(lines.map { |line| [line.field, line.before, line.after.state.level, line.direction] }).to include(
      ["fresh", nil, "editable", ["sees more", "may change more"]]
    )
  end

  it "tells what a form no longer shows, apart from what the field may be" do
    forms = [%w[number notes], %w[number]].map do |fields|
      document = policy_document
      part = { "id" => "main", "name" => "Main", "fields" => fields }
      document["record_types"][0]["forms"] = [{ "id" => "all", "name" => "All", "sections" => [part] }]
      engine_of(document)
    end
    lines = described_class.new(*forms).lines
    expect(lines.map { |line| [line.field, line.mode, line.direction] }).to match_array(
      %w[create edit view list].map { |mode| ["notes", mode, ["no longer finds on the form"]] }
    )
  end

  it "names a few people, and says it of several" do
    hidden = editing("notes", "hide", audience: { "any" => [{ "user" => "asha" }, { "role" => "courier" }] })
    expect(told([], [hidden])).to eq(
      ["Asha Brandt and Ilka Fenn see less of and can no longer edit Notes of an outgoing loan while editing: " \
       "Editable becomes Hidden."]
    )
  end

  it "says nothing where another rule keeps it as it is, and says so where it can't be decided" do
    locking = rule("notes", "lock", id: "r9")
    expect(told([locking], [locking, editing("notes", "lock", when: compare("stage", "equal", "out"))])).to eq([])
    documents = [[], [editing("notes", "lock", when: puzzling)]].map do |rules|
      policy_document(*rules, fields: puzzling_fields)
    end
    compared = described_class.new(*documents.map { |document| engine_of(document) })
    expect(compared.undecided.map { |each| [each.field, each.mode] }).to include(%w[notes edit])
  end

  it "tells what only records meet that somebody has temporarily unlocked" do
    locking = ->(kind) { rule([], "lock", id: "r9", kind: kind, targets: { "record" => true }) }
    told = told([locking.call("ordinary")], [locking.call("guardrail")])
    expect(told).to include(/^When the record is temporarily unlocked, everyone can no longer .+\.$/)
    expect(told([locking.call("ordinary")], [locking.call("ordinary"), editing("notes", "lock")]).grep(/Notes/))
      .to match([/^When the record is temporarily unlocked/])
    either = { "any" => [compare("stage", "equal", "signed"), compare("count", "at_least", 3)] }
    told = told([locking.call("ordinary")], [locking.call("ordinary"), editing("notes", "lock", when: either)])
    expect(told.grep(/Notes/))
      .to match([/^When \(Stage is Signed or Count is at least 3\) and the record is temporarily unlocked, /])
  end

  it "tells what a change of people does" do
    document = policy_document(editing("contact", "hide", audience: { "any" => [{ "role" => "courier" }] }))
    joined = directory_document
    joined["users"][2]["roles"] = ["courier"]
    people = [directory_document, joined].map { |each| CobaltLedger::Formats::DirectoryJson.build(each) }
    engines = people.map do |each|
      CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, each), each)
    end
    lines = described_class.new(*engines).lines
    expect(lines.map { |line| [line.field, line.mode, line.people, line.direction] }).to eq(
      [["contact", "edit", ["zora"], ["sees less"]]]
    )
  end

  describe "on generated pairs of policies" do
    pairs = 120
    questions = 20

    it "tells every answer that differs, and nothing that does not (#{pairs} pairs)", :generated do
      counts = Hash.new(0)
      trials("pairs", pairs) { |seed| hold(seed, questions, counts) }

      RSpec.configuration.reporter.message("  pairs: #{counts}")
      expect(counts[:differing]).to be_positive
      expect(counts[:lines]).to be_positive
    end

    def hold(seed, questions, counts)
      edits = PolicyEdits.new(seed, circumstances: seed.even?)
      before = edits.policy(self)
      # Most are kept small, so that there can be many.
      before["rules"] = before["rules"].first(4) unless (seed % 4).zero?
      wide = WideConditions.new(seed)
      widened = (seed % 10).zero?
      before = wide.widen(before, self) if widened
      kind, after = edits.edited(before)
      moved = CobaltLedger::Formats::DirectoryJson.build(edits.moved(directory_document)) if (seed % 7).zero?
      engines = [engine_of(before, shaped: true), engine_of(after, *moved, shaped: true)]
      @since = seed.even? ? Time.utc(2026, 6, 15) : nil
      compared = described_class.new(*engines, since: @since)
      counts[:lines] += compared.lines.size
      random = Draws.new(seed)
      compared.lines.each do |line|
        expect(shown(line, engines, random)).to be(true), -> { "seed #{seed} (#{kind}): #{line.to_h}" }
      end
      questions.times do
        asked(edits.question(widened ? wide.values : {}), engines, compared, counts,
              "seed #{seed} (#{kind}#{', people' if moved})")
      end
    end

    # Does a line's example differ when it is decided anew, as the document that is given out? And, where no rule writes
    # other values for them, for others of those that the line names too? Its condition may be about the user: then what
    # the record says of one is said of the other.
    def shown(line, engines, random)
      document = line.example.to_h.except("form")
      other = { "user" => line.people.sample(random: random), "unit" => line.units.sample(random: random),
                "channel" => line.channels.sample(random: random) }
      differs = lambda do |each|
        engines.map { |engine| met(decided(engine, each, line.example))[line.field] }.uniq.size == 2
      end
      return differs.call(document) if engines.any? { |engine| writes?(engine) }

      differs.call(document) && [document, swapped(document, other["user"])].any? do |each|
        differs.call(each.merge(other))
      end
    end

    # The same record where the one who asks and someone else change places.
    def swapped(document, other)
      places = { document["user"] => other, other => document["user"] }
      change = ->(values) { values&.transform_values { |value| places.fetch(value, value) } }
      document.merge("stored" => change.call(document["stored"]), "entered" => change.call(document["entered"]),
                     "opened" => change.call(document["opened"])).compact
    end

    def writes?(engine)
      engine.policy.rules.flat_map(&:contributions).any? { |each| each.values.any? || each.clears? }
    end

    def decided(engine, document, example = nil)
      question = CobaltLedger::Formats::QuestionJson.read(document, engine.policy, engine.directory)
      question = question.with(related: example.related) if example
      engine.decide(question)
    end

    def asked(document, engines, compared, counts, words)
      return if @since && Time.iso8601(document["at"]) < @since

      decisions = engines.map { |engine| decided(engine, document) }
      # A difference is told of records as they can be stored.
      if decisions.any? { |each| each.loop.any? || each.raw.values.grep(CobaltLedger::Conditions::Unreadable).any? }
        return
      end

      seen = decisions.map { |decision| met(decision) }
      seen.flat_map(&:keys).uniq.each do |id|
        next if seen[0][id] == seen[1][id]
        next unless decisions.filter_map do |each|
          each.question.record_type.subject(id)
        end.last.asked_in?(document["mode"])

        answers = decisions.map { |decision| answer(decision, id) }
        next if follows?(answers, seen.map { |each| each[id] }, id)

        counts[:differing] += 1
        next if covered?(compared.lines, document, id, answers)

        told = seen.map { |each| each[id] }
        expect(undecided?(compared, document, id)).to be(true), "#{words}: #{id} of #{document}: #{told}"
        counts[:undecided] += 1
      end
    end

    # Is it only the value that differs, because that of another field does, of which it is told?
    def follows?(answers, seen, id)
      return false if seen.any?(&:nil?) || seen.map { |each| each.values_at(0, 3, 4) }.uniq.size > 1

      sources = answers.flat_map { |each| each.written + each.offered }
      answers.uniq.size == 1 && (id == "total" || sources.any? { |each| each.is_a?(Hash) && each.key?("field") })
    end

    # What is told speaks of records that no one locked or unlocked by hand; of others only where those show nothing.
    def covered?(lines, document, id, answers)
      at = Time.iso8601(document["at"])
      by_hand = document.key?("locked") || document.key?("lifted")
      lines.any? do |line|
        about?(line, document, id) && (by_hand || [line.before, line.after] == answers) &&
          (line.from.nil? || at >= line.from) && (line.till.nil? || at < line.till)
      end
    end

    def about?(line, document, id)
      line.field == id && line.mode == document["mode"] && line.channels.include?(document["channel"]) &&
        line.people.include?(document["user"]) && line.units.include?(document["unit"])
    end

    def undecided?(compared, document, id) = compared.undecided.any? { |each| about?(each, document, id) }
  end
end
