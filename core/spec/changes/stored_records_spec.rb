# frozen_string_literal: true

# Which stored records an edit touches, held against deciding each for everyone, everywhere, under both policies.
RSpec.describe CobaltLedger::Changes::StoredRecords do
  def engine_of(document)
    CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
  end

  def stored(number, values, unit: "kiln")
    described_class::Stored.new(number: number, unit: unit, stored: values, locked: false)
  end

  def between(engines)
    told = CobaltLedger::Changes::Comparison.new(*engines).of("loan")
    described_class.new(*engines, "loan", told, at: Time.utc(2026, 7, 1, 12), related: nil)
  end

  def met(before, after, records)
    search = between([before, after].map { |rules| engine_of(policy_document(*rules)) })
    records.filter_map { |record| search.meet(record) }
  end

  it "counts who meets which record otherwise, and names what of it" do
    hiding = rule("contact", "hide", when: compare("stage", "equal", "out"),
                                     audience: { "any" => [{ "role" => "courier" }] })
    found = met([], [hiding], [stored("LN-1", { "stage" => "out" }), stored("LN-2", { "stage" => "enquiry" })])
    expect(found.map(&:to_h)).to eq(
      [{ number: "LN-1", unit: "kiln", people: 1, fields: ["contact"], stuck: 0, obstacles: [] }]
    )
  end

  it "tells which could no longer be saved as they stand: what is blank and required, what is refused" do
    requiring = rule("notes", "require", reach: { "modes" => ["edit"] }, title: "Notes are kept", rank: 7)
    records = [stored("LN-1", { "notes" => "Kept" }), stored("LN-2", {})]
    expect(met([], [requiring], records).map { |each| [each.number, each.stuck, each.obstacles] }).to eq(
      [["LN-1", 0, []], ["LN-2", 3, ["Notes is required, by rule 7 Notes are kept"]]]
    )
    refusing = rule("count", { "effect" => "refuse", "message" => "Too many" }, when: compare("count", "at_least", 9))
    records = [stored("LN-1", { "count" => 9 }), stored("LN-2", { "count" => 8 })]
    expect(met([], [refusing], records).map { |each| [each.number, each.obstacles] }).to eq([["LN-1", ["Too many"]]])
    expect(met([requiring], [requiring], records)).to eq([])
  end

  it "tells people apart whom a record names" do
    own = { "compare" => "equal", "left" => { "field" => "supervisor" }, "right" => { "user" => true } }
    fields = loan_fields + [field("supervisor", "person")]
    engines = [[], [rule("notes", "hide", when: { "not" => own })]].map do |rules|
      engine_of(policy_document(*rules, fields: fields))
    end
    search = between(engines)
    everybody = directory.users.map(&:id)
    expect(search.meet(stored("LN-1", { "supervisor" => "asha" })).people).to eq(everybody.size - 1)
    expect(search.people).to eq(everybody.size - 1)
    search.meet(stored("LN-2", { "supervisor" => "zora" }))
    expect(search.people).to eq(everybody.size)
  end

  describe "on generated pairs of policies" do
    pairs = 12

    it "finds those that anybody meets otherwise, and how many do (#{pairs} pairs)", :generated do
      counts = Hash.new(0)
      enough = -> { counts.values_at(:met, :unmet, :stuck).all?(&:positive?) }
      trials("stored records", pairs, enough: enough) { |seed| hold(seed, counts) }

      expect(counts.values_at(:met, :unmet, :stuck)).to all(be_positive)
    end

    def hold(seed, counts)
      edits = PolicyEdits.new(seed)
      before = edits.policy(self)
      kind, after = edits.edited(before)
      before, after = [before, after].map { |document| calm(document) } if seed.odd?
      after["rules"] << edits.hurdle if seed.odd?
      engines = [before, after].map { |document| engine_of(document) }
      search = between(engines)
      6.times do |number|
        record = stored("LN-#{number}", edits.question["stored"].compact, unit: %w[kiln tidewater][number % 2])
        found = search.meet(record)
        people = directory.users.map(&:id).select { |id| otherwise?(engines, id, record) }
        counts[people.empty? ? :unmet : :met] += 1
        expect(found&.people.to_i).to eq(people.size), "seed #{seed} (#{kind}): #{record.to_h}, #{found.to_h} #{people}"
        next unless seed.odd?

        stuck(engines, people, record)&.then do |count|
          counts[:stuck] += count
          expect(found&.stuck.to_i).to eq(count), "seed #{seed} (#{kind}): #{record.to_h} #{found.to_h}"
        end
      end
    end

    # Without what has to do with the notes, so that they can be changed whatever else is.
    def calm(document)
      copy = JSON.parse(JSON.generate(document))
      copy["rules"].reject! do |rule|
        JSON.generate(rule).match?(/"notes"|"other"|"(set|default|clear|hide_and_clear)"/)
      end
      copy["rules"].reject! { |rule| rule["targets"].to_s.include?("all") || rule["targets"].empty? }
      copy["baselines"].each { |baseline| baseline["states"].delete("notes") }
      copy["baselines"].reject! { |baseline| baseline["states"].empty? }
      copy["record_types"][0]["fields"].each { |field| field.delete("retired") }
      notes = copy["record_types"][0]["fields"].find { |field| field["id"] == "notes" }
      notes.merge!("label" => "open").delete("baseline")
      copy
    end

    def question(engine, person, record, mode, channel = "form")
      CobaltLedger::Formats::QuestionJson.read(
        { "user" => person, "record_type" => "loan", "unit" => record.unit, "mode" => mode, "channel" => channel,
          "stored" => record.stored, "at" => "2026-07-01T12:00:00Z" }, engine.policy, engine.directory
      )
    end

    def otherwise?(engines, person, record)
      %w[view edit list].product(%w[form import automation interface]).any? do |mode, channel|
        shown = engines.map { |engine| shown(engine.decide(question(engine, person, record, mode, channel))) }
        shown[0] != shown[1]
      end
    end

    # All of a decision that someone sees.
    def shown(decision)
      form = decision.question.form&.fields&.map(&:id)
      [decision.fields.transform_values(&:state), decision.disclosed, form || decision.fields.keys,
       decision.offers.map { |offer| [offer.field.id, offer.value, offer.note] }.sort_by(&:inspect),
       decision.objections.map { |each| [each.field&.id, each.message] }.sort_by(&:inspect).uniq]
    end

    # How many could save a change of the notes before and can't any more, where the notes are nothing to any rule; nil
    # where that tells nothing.
    def stuck(engines, people, record)
      return nil if engines.any? { |engine| notes_matter?(engine) }

      verdicts = people.map do |person|
        engines.map do |engine|
          asked = question(engine, person, record, "edit")
          return nil unless engine.decide(asked)["notes"].open?

          verdict = CobaltLedger::Decisions::Saving.new(engine).judge(asked, { "notes" => "touched" })
          verdict.refusals.map { |each| [each.field, each.kind, (each.words if each.kind == "refused")] }
        end
      end
      verdicts.count { |before, after| (after - before).any? }
    end

    def notes_matter?(engine)
      rules = engine.policy.rules.flat_map(&:contributions)
      engine.policy.rules.filter_map(&:condition).any? { |condition| condition.reads.any? { |_, id| id == "notes" } } ||
        rules.any? { |each| each.clears? || each.values.any? }
    end
  end
end
