# frozen_string_literal: true

# The detectors that speak of how rules meet, held against asking about everyone, everywhere, on every record of a
# small world.
RSpec.describe CobaltLedger::Audit::Run do
  policies = 8
  at = Time.utc(2026, 1, 1, 12)
  texts = [nil, "Ilse", "mercury", "x", "Ilse.", "mercury.", "x.", ".Ilse", ".mercury", ".x", "other"].freeze
  values = {
    "stage" => [nil, "a", "b", "c"], "count" => [nil, 0, 1, 2, 3, 4, 5, 6, 7],
    "level" => [nil, 0, 1, 2, 3, 4, 5, 6, 7], "agreed" => [nil, true, false], "contact" => texts, "notes" => texts
  }.merge(WideConditions::VALUES).freeze

  # A generated policy without rules that write values, and with conditions over few fields, so that everything can be
  # tried.
  def small_policy(seed)
    document = PolicyGenerator.new(seed, looking_back: false).policy(self)
    rules =
      document["rules"].map do |rule|
        rule.merge(
          "effects" => plain(rule["effects"]), "otherwise" => rule["otherwise"] && plain(rule["otherwise"])
        ).compact
      end
    rules = rules.reject { |rule| rule["effects"].empty? || (rule["when"] && read(rule["when"]).size > 2) }
    document = seed.odd? ? document.merge("rules" => rules) : with_forms(document, rules, Draws.new(seed))
    (seed / 2).odd? ? WideConditions.new(seed).widen(document, self) : document
  end

  # Two forms, and rules of which some reach only one of them.
  def with_forms(document, rules, random)
    type = document["record_types"].first
    all = sections(type["fields"])
    short = sections(type["fields"].reject { |field| field["id"] != "number" && random.rand < 0.3 })
    forms = [
      {
        "id" => "short",
        "name" => "Short",
        "audience" => {
          "any" => [{ "role" => "courier" }]
        },
        "sections" => short
      },
      { "id" => "full", "name" => "Full", "sections" => all }
    ]
    placed =
      rules.map do |rule|
        if random.rand < 0.5
          rule.merge("reach" => (rule["reach"] || {}).merge("forms" => [%w[short full][random.rand(2)]]))
        else
          rule
        end
      end
    document.merge("record_types" => [type.merge("forms" => forms)], "rules" => placed)
  end

  def sections(fields)
    fields.group_by { |field| field["section"] }
      .map { |section, own| { "id" => section, "fields" => own.map { |field| field["id"] } } }
  end

  def plain(effects)
    effects.reject { |effect| %w[set clear default].include?(effect["effect"]) }.map { |effect| effect.except("clear") }
  end

  def read(condition)
    parts = condition["all"] || condition["any"] || [condition["not"]].compact
    if parts.any?
      parts.flat_map { |part| read(part) }.uniq
    else
      [condition["left"]["field"], condition.dig("right", "field")].grep(String)
    end
  end

  # How many records there are to try.
  def records_of(document, values)
    document["rules"]
      .filter_map { |rule| rule["when"] }
      .flat_map { |condition| read(condition) }
      .uniq
      .map { |id| values.fetch(id, [nil]).size }
      .reduce(1, :*)
  end

  # Texts that are asked for several things at once would need a larger world.
  def tangled?(document)
    asked =
      document["rules"]
        .filter_map { |rule| rule["when"] }
        .flat_map { |condition| leaves(condition) }
        .select { |leaf| %w[contact notes].include?(leaf["left"]["field"]) }
    asked
      .group_by { |leaf| leaf["left"]["field"] }
      .values
      .any? { |list| list.map { |leaf| leaf["right"] }.compact.uniq.size > 1 }
  end

  def leaves(condition)
    parts = condition["all"] || condition["any"] || [condition["not"]].compact
    parts.any? ? parts.flat_map { |part| leaves(part) } : [condition]
  end

  # Yields every context and record: [question, facts].
  def everything(engine, values)
    type = engine.policy.record_type("loan")
    deciding =
      engine.policy.baselines_of("loan").any? { |baseline| baseline.categories.any? } ? [type.category_field] : []
    fields = (engine.policy.rules.filter_map(&:condition).flat_map(&:fields) | deciding) & values.keys
    records =
      if fields.empty?
        [{}]
      else
        values[fields.first].product(*fields.drop(1).map { |id| values[id] }).map { |found| fields.zip(found).to_h }
      end
    contexts(type).each { |question| records.each { |record| yield question, facts(question, record) } }
  end

  # A record of a small world, as someone asks about it.
  def facts(question, record)
    CobaltLedger::Conditions::Facts.new(
      entered: record, stored: question.mode == "create" ? {} : record, principals: question.principals,
      directory: directory, at: Time.utc(2026, 1, 1, 12), zone: TZInfo::Timezone.get("Europe/London")
    )
  end

  def contexts(type)
    people = directory.population.map { |user| directory.principals_of(user.id) }
    forms = type.forms.empty? ? [:own] : type.forms
    people
      .product(
        %w[tidewater kiln trust], CobaltLedger::Decisions::Question::MODES, CobaltLedger::Decisions::Question::CHANNELS,
        forms
      )
      .map do |principals, unit, mode, channel, form|
        CobaltLedger::Decisions::Question.new(
          principals: principals, record_type: type, unit: unit, mode: mode, channel: channel, form: form
        )
      end
  end

  # Of all that is asked for in the mode.
  def states(engine, question, facts)
    plan = engine.plan_for(question)
    found = plan.decide(facts).merge(plan.decide_actions(facts),
                                     plan.whole.field.id => plan.whole.decide(plan.outcomes(facts)))
    found.select { |_, each| each.field.asked_in?(question.mode) }.transform_values(&:state)
  end

  it "finds exactly what enumeration finds (#{policies} policies)", :generated do
    counted = Hash.new(0)
    trials("audits", policies, enough: -> { counted[:policies] >= policies }) do |seed|
      document = small_policy(seed)
      next if records_of(document, values) > 300 || tangled?(document)

      counted[:policies] += 1
      engine =
        CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      @policy_in_hand = engine.policy
      found = described_class.new(engine, CobaltLedger::Formats::UpToDate.policy(document)["rules"], at: at).findings
      seen = enumerate(engine, document, values)
      told = {
        disagreement: pairs(found), idle: idle(found), out_of_reach: out_of_reach(found), opened: opened(found),
        left_out: left_out(found), unused: of_actions(found, "unused_action"),
        lost: of_actions(found, "created_and_lost").first(1)
      }.slice(*seen.keys)
      told.each do |what, answer|
        counted[what] += answer.size
        expect(answer.sort).to(
          eq(seen[what].sort),
          "seed #{seed}, #{what}: the audit says #{answer.sort}, enumeration #{seen[what].sort}"
        )
      end
    end
    expect(counted.except(:policies).values.sum).to be_positive
  end

  def pairs(found)
    found.select { |each| each.detector == "disagreement" }.map { |each| [*each.rules, each.facet] }.uniq
  end

  def idle(found)
    found
      .select { |each| %w[never_wins no_effect].include?(each.detector) && each.facet.nil? }
      .map { |each| each.rules.first }
      .uniq
  end

  def out_of_reach(found)
    found.select { |each| each.detector == "required_out_of_reach" }.map { |each| each.fields.first }.uniq
  end

  def left_out(found) = found.select { |each| each.detector == "required_off_form" }.flat_map(&:fields).uniq

  # Actions that a detector names first.
  def of_actions(found, detector) = found.select { |each| each.detector == detector }.map { |each| each.fields.first }

  # The examples of a finding show each of its fields.
  def opened(found)
    found.select { |each| each.detector == "opened_by_typing" }.flat_map { |each| each.example.levels.keys }.uniq
  end

  # Fields that are covered on some record, and less so once something open has been typed into it.
  def opened_by_typing(engine, values)
    type = engine.policy.record_type("loan")
    read = engine.policy.rules.select(&:on?).filter_map(&:condition).flat_map(&:fields).uniq
    deciding =
      (
        read |
          (engine.policy.baselines_of("loan").any? { |baseline| baseline.categories.any? } ? [type.category_field] : [])
      ) & values.keys
    return [] if deciding.empty?

    records = values[deciding.first].product(*deciding.drop(1).map { |id| values[id] })
    contexts(type)
      .select { |question| question.mode == "edit" && question.channel == "form" }
      .flat_map do |question|
        plan = engine.plan_for(question)
        decided =
          records.to_h do |record|
            [record, plan.decide(facts(question, deciding.zip(record).to_h)).transform_values(&:state)]
          end
        records.product(records).flat_map { |record, typed| uncovered(type, deciding, decided, record, typed) }
      end
      .uniq
  end

  def uncovered(type, deciding, decided, record, typed)
    before, after = decided.values_at(record, typed)
    changed = deciding.each_index.reject { |index| record[index] == typed[index] }.map { |index| deciding[index] }
    return [] unless changed.any? && changed.all? { |id| before[id].entry == CobaltLedger::Access::Facets::OPEN }

    # There has to be a value to be shown.
    blank = deciding.each_index.select { |index| record[index].nil? }.map { |index| deciding[index] }
    (type.fields.map(&:id) - changed - blank - %w[number total]).select do |id|
      after[id].visibility < before[id].visibility
    end
  end

  def enumerate(engine, document, values)
    without = document["rules"].to_h { |rule| [rule["id"], engine_without(document, rule["id"])] }
    seen = {
      disagreement: {},
      applied: {},
      matters: {},
      left_out: {},
      may: Hash.new(false),
      makes: {},
      meets: {},
      asked: Hash.new { |all, key| all[key] = { met: false, dropped: false } }
    }
    everything(engine, values) { |question, facts| look(engine, without, question, facts, seen) }
    out = seen[:asked].select { |_, each| each[:dropped] && (!each[:everyone] || !each[:met]) }.keys.map(&:first).uniq
    # Each record is held against each other one, so that only small worlds are looked at.
    small = records_of(document, values) <= 40 ? { opened: opened_by_typing(engine, values) } : {}
    {
      **small, disagreement: seen[:disagreement].keys, idle: seen[:applied].keys - seen[:matters].keys,
               out_of_reach: out, left_out: seen[:left_out].keys, unused: unused(engine, seen),
               lost: (seen[:makes].keys - seen[:meets].keys).any? ? ["action/create"] : []
    }
  end

  # Actions that are spoken of, and that no one could do on any record; but for those that a guardrail keeps from all.
  def unused(engine, seen)
    type = engine.policy.record_type("loan")
    type.actions.reject { |action| seen[:may][action.id] }.select do |action|
      rules = engine.policy.rules_on(action, "loan").select(&:on?)
      locking = engine.policy.rules_on(type.whole, "loan").select(&:on?).any? { |rule| locks?(rule) }
      spoken = rules.any? || action.baseline || engine.policy.baselines_of("loan").any? do |each|
        each.states[action.id]
      end
      (spoken || (action.key == "unlock" && locking)) && rules.none? { |rule| never?(rule, action) }
    end.map(&:id)
  end

  def locks?(rule) = (rule.effects + rule.otherwise).any? { |effect| effect.facet == :entry && effect.value == 1 }

  def never?(rule, action)
    rule.guardrail? && rule.audience.everyone? && rule.audience.except.empty? && rule.condition.nil? &&
      rule.lines.any? { |line| line.action_ids.include?(action.key) && line.effects.any? { |each| each.value == 1 } }
  end

  def what_may_be_done(engine, question, facts, seen)
    done = engine.plan_for(question).decide_actions(facts).values.select do |each|
      each.field.asked_in?(question.mode) && each.allowed?
    end
    keys = done.map { |each| each.field.key }
    done.each { |each| seen[:may][each.field.id] = true }
    # A person who has the form that is theirs.
    return unless question.channel == "form" && question.form == question.record_type.form_for(question.principals,
                                                                                               question.mode)

    who = [question.principals.user_id, question.unit]
    seen[:makes][who] = true if question.mode == "create" && keys.include?("save") && keys.include?("create")
    seen[:meets][who] = true if keys.include?("open")
  end

  def engine_without(document, id)
    CobaltLedger::Decisions::Engine.new(
      newest_policy(
        document.merge("rules" => document["rules"].reject { |rule| rule["id"] == id }), directory
      ),
      directory
    )
  end

  def look(engine, without, question, facts, seen)
    above = directory.with_above(:unit, question.unit)
    acting =
      engine.policy.rules.select do |rule|
        rule.on? && rule.audience.match?(question.principals) &&
          rule.reach.cover?(above, question.mode, question.channel, question.form_id)
      end
    what_may_be_done(engine, question, facts, seen)
    contributions = acting.flat_map(&:contributions).select { |each| each.test.nil? || each.test.compile.call(facts) }
    disagreeing(contributions.reject(&:guardrail?), question, seen)
    now = states(engine, question, facts)
    contributions.map(&:rule).uniq.each do |rule|
      seen[:applied][rule.id] = true
      seen[:matters][rule.id] ||= true if states(without[rule.id], question, facts) != now
    end
    return unless %w[create edit].include?(question.mode)

    asking(contributions, question, now, seen) unless now.fetch("record/whole", nil)&.entry == 1
    off_form(question, facts, now, seen) if question.channel == "form"
  end

  def disagreeing(contributions, question, seen)
    subjects = question.record_type.subjects.select { |each| each.asked_in?(question.mode) }
    contributions
      .combination(2)
      .each do |one, other|
        if one.rule == other.rule ||
           subjects.none? { |field| one.rule.targets?(field) && other.rule.targets?(field) }
          next
        end

        CobaltLedger::Access::Facets::ALL.each do |facet|
          given = [one, other].map { |each| each.gives.facet(facet) }
          seen[:disagreement][[*[one.rule.id, other.rule.id].sort, facet.to_s]] = true if differ?(given)
        end
      end
  end

  # Rules that require a field, whether they are met there, and whether what they ask is dropped.
  def asking(contributions, question, now, seen)
    required = CobaltLedger::Access::Facets::REQUIRED
    contributions.select { |each| each.gives.presence == required }.each do |each|
      question.record_type.fields.select { |field| each.rule.targets?(field) && !field.never_typed? }.each do |field|
        entry = seen[:asked][[field.id, each.rule.id]]
        entry[:everyone] = each.rule.audience.everyone?
        entry[:met] ||= now[field.id].presence == required
        entry[:dropped] ||= dropped?(question, field, contributions, now)
      end
    end
  end

  # Fields that are required and blank, and that the person's own form leaves out.
  def off_form(question, facts, now, seen)
    type = question.record_type
    return unless question.form && question.form == type.form_for(question.principals, question.mode)

    (type.fields - question.form.fields).reject(&:never_typed?).each do |field|
      next unless now[field.id].presence == CobaltLedger::Access::Facets::REQUIRED && facts.entered[field.id].nil?

      seen[:left_out][field.id] = true
    end
  end

  # The outcome before consistency was required: it is, once every rule but those that shut the field is left to speak.
  def differ?(values) = values.none?(&:nil?) && values.uniq.size == 2

  def dropped?(question, field, contributions, now)
    state = now[field.id]
    unless state.entry == CobaltLedger::Access::Facets::LOCKED ||
           state.visibility == CobaltLedger::Access::Facets::HIDDEN
      return false
    end

    on_field = contributions.select { |each| each.rule.targets?(field) && each.gives.presence }
    ordinary, guarding = on_field.partition { |each| !each.guardrail? }
    presence = guarding.map { |each| each.gives.presence }
    presence << question_presence(question, field, ordinary)
    presence.compact.max == CobaltLedger::Access::Facets::REQUIRED
  end

  def question_presence(question, field, ordinary)
    return nil if ordinary.empty?

    method = CobaltLedger::Access::PrecedenceMethod[@policy_in_hand.precedence_of(question.record_type, field)]
    closeness =
      ordinary.to_h do |each|
        [each.rule, CobaltLedger::Directory::Closeness.of(each.rule.audience, question.principals)]
      end
    method.combine(:presence, ordinary.sort_by(&:place), closeness)
  end
end
