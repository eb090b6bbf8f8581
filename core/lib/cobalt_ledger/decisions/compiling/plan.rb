# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # All that is known of a decision before the record is: which baselines and rules remain for one kind of
    # person, unit, mode, channel and form. Built once, then used for every record.
    class Plan
      attr_reader :record_type, :slots, :actions, :conditions, :mode, :value_effects

      # rules: Rules::Rule that match audience and reach, in the policy's order; units_above: Array of identifiers.
      # closeness: Hash of rule to how closely its audience matches, for precedence by closeness;
      # fields: Array of Catalogue::Field, Catalogue::Action or Catalogue::WholeRecord, or nil for all.
      def initialize(policy, record_type, rules, units_above, mode, closeness = {}, fields: nil)
        @policy = policy
        @record_type = record_type
        @mode = mode
        @conditions = []
        @index_of = {}
        @closeness = closeness
        @written_by_flag = written_by_flag?(rules, mode)
        build_slots(rules, baseline_entries(units_above), fields || record_type.subjects)
        @value_effects = ValueEffects.new(rules, record_type, mode) { |test| test_index(test) }
        @tests = @conditions.map(&:compile)
        @conditions.freeze
        @circumstances = Conditions::Facts.circumstances_of(@conditions)
        @feasible = Memory.new(REMEMBERED)
        @speaking = {}
        @looks_back = @conditions.any?(&:looks_back?)
        @standings = Memory.new(REMEMBERED, by_identity: true)
      end

      # The Slot of a field, an action or the whole record, by identifier.
      def slot_of(id) = @slots_by_id[id]

      # The Slot of the whole record.
      def whole = @slots_by_id[Catalogue::WholeRecord::ID]

      # All that may ever speak of a field, whether it applies or not: [Array of Rules::Contribution of ordinary rules,
      # those of guardrails].
      def speaking(field)
        @speaking[field.id] ||= @policy.rules_on(field, record_type.id).flat_map { |rule| rule.contributions_on(field) }
          .select(&:gives_facet?).partition { |each| !each.guardrail? }.freeze
      end

      # That the record was locked by hand.
      LOCKED = Conditions::Comparison.new(
        "equal", Conditions::Operands::Locked.new,
        Conditions::Operands::Literal.new(true, Conditions::Operands::Locked::SUBJECT)
      )

      # People whose standing, and circumstances for which what is feasible, are remembered at once.
      REMEMBERED = 64

      # A table, by rule, for what reasoning has to say of it to one person whatever the record is.
      def standing_of(principals)
        @standings.fetch(principals) { {}.compare_by_identity }
      end

      # What is feasible under the plan whatever the record, for all whom it makes no difference to; the block works it
      # out. base: Conditions::Facts with who asks, when and from where; free: keys that are chosen although it knows
      # them.
      def feasible(base, free = [], &block)
        @feasible.fetch([base.hand, *base.circumstances(@circumstances), free], &block)
      end

      # facts: Conditions::Facts. Returns Array of true, false or nil by test.
      def outcomes(facts)
        @tests.map { |test| test.call(facts) }
      end

      # facts: Conditions::Facts as they have settled. Returns a Hash of field identifier to FieldDecision.
      def decide(facts, seen = outcomes(facts)) = decided(@slots, facts, seen)

      # The same of the actions.
      def decide_actions(facts, seen = outcomes(facts)) = decided(@actions, facts, seen)

      # The same of all that it has: fields, actions and the whole record.
      def decide_all(facts, seen = outcomes(facts)) = decided(@slots_by_id.values, facts, seen)

      # Does any test look at what the form was like when it was opened?
      def looks_back? = @looks_back

      private

      def decided(slots, facts, seen)
        hand = facts.hand
        slots.to_h { |slot| [slot.field.id, slot.decide(seen, hand)] }
      end

      def build_slots(rules, baselines, fields)
        placed =
          rules
            .to_h do |rule|
              [
                rule,
                rule
                  .contributions
                  .select(&:gives_facet?)
                  .map { |each| Access::Speaker.new(each, each.gives, test_index(each.test)) }
              ]
            end
            .compare_by_identity
        built = {}
        slot(record_type.whole, baselines, placed, built)
        if fields.any? { |each| each.family == :action }
          slot(record_type.action(mode == "create" ? "create" : "open"), baselines, placed, built)
        end
        wanted = fields.map { |field| built[field.id] || slot(field, baselines, placed, built) }
        wanted = wanted.group_by { |each| each.field.family }
        @actions = (wanted.delete(:action) || []).freeze
        wanted.delete(:record)
        @slots = wanted.values.flatten.sort_by { |each| fields.index(each.field) }
        @slots_by_id = built
      end

      # built: the slots made so far, by field; those of the inputs of a computed field are made with it.
      def slot(field, baselines, placed, built)
        stages =
          Access::Stages.for(field).new(
            field, mode, Access::PrecedenceMethod[@policy.precedence_of(record_type, field)], @closeness,
            @policy.label_of(field)
          )
        entries = @policy.rules_on(field, record_type.id).flat_map { |rule| speakers_on(field, rule, placed[rule]) }
        computable = field.typed_when_incomplete? ? test_index(complete(field)) : nil
        states = (baselines[field.id] || []) + own_baseline(field)
        entries, states = [entries, states].map { |list| as_it_is(list) } if judged_as_stored?(field)
        rules, guardrails = entries.partition { |entry| !entry.source.guardrail? }
        built[field.id] = Slot.new(
          field, stages, states, rules, guardrails,
          computable: computable, sources: sources(field, baselines, placed, built), above: above(field, built),
          flag: flag(states + entries)
        )
      end

      # What is done to a record that is there is judged on the record as it is, and only its saving with what is typed.
      def judged_as_stored?(subject) = mode == "edit" && subject.family == :action && !subject.of_values?

      # The same speakers by conditions that look at what there was when the form was opened.
      def as_it_is(speakers)
        speakers.map do |each|
          node = each.test && @conditions[each.test]
          next each if node.nil? || node.is_a?(Conditions::AtOpening) || node.reads.all? { |kind, _| kind == :stored }

          Access::Speaker.new(each.source, each.state, test_index(Conditions::AtOpening.new(node)))
        end
      end

      # Slots of what can shut a field or an action: the whole record, and for an action also that it may be opened.
      def above(subject, built) = record_type.above(subject, mode).map { |each| built[each.id] }

      # The test for the record's own flag, where something that speaks of the field asks for it too, or what is written
      # may depend on it: what people do by hand is else no part of the result of a policy.
      def flag(speakers)
        asked = @written_by_flag || speakers.any? { |each| each.test && asks_for_flag?(@conditions[each.test]) }
        asked ? test_index(LOCKED) : nil
      end

      # Can what the rules write depend on the record's own flag? A rule that only hides may clear with it, so all that
      # any of them asks counts.
      def written_by_flag?(rules, mode)
        return false unless ValueEffects::WRITING.key?(mode)

        said = rules.flat_map(&:contributions)
        said.any? { |each| each.values.any? || each.effects.any?(&:clears?) } &&
          said.any? do |each|
            [each.test, *each.values.filter_map { |effect| effect.source if effect.is_a?(Rules::ValueEffect) }]
              .compact.any? { |reader| asks_for_flag?(reader) }
          end
      end

      def asks_for_flag?(reader) = reader.reads.include?([:locked])

      # Those of a rule's lines that speak of a field. placed: Array of Access::Speaker of the rule, or nil.
      def speakers_on(field, rule, placed)
        return placed || [] if placed.nil? || rule.lines.size == 1

        placed.select { |each| each.source.targets?(field) }
      end

      # The condition under which a computed field can be calculated: that all its inputs are filled.
      def complete(field)
        inputs = record_type.formulas.step_of(field.id).inputs.map { |id| record_type.field(id) }
        filled =
          inputs.map { |input| Conditions::Comparison.new("is_filled", Conditions::Operands::Entered.new(input)) }
        filled.size == 1 ? filled.first : Conditions::All.new(filled)
      end

      # Slots of what a computed field is calculated from.
      def sources(field, baselines, placed, built)
        inputs = record_type.formulas.step_of(field.id)&.inputs || []
        inputs.map { |id| built[id] || slot(record_type.field(id), baselines, placed, built) }
      end

      def own_baseline(field)
        return staged(field) if field.family == :record

        field.baseline ? [Access::Speaker.new(field, Access::State.from(field.baseline), nil)] : []
      end

      # A stage that locks speaks as a baseline of the whole record, while the record is stored in it.
      def staged(whole)
        return [] if whole.stages.empty? || mode == "create"

        items = whole.stages.map { |id| Conditions::Operands::Literal.new(id, whole.stage_field) }
        test = Conditions::Comparison.new(
          "one_of", Conditions::Operands::Stored.new(whole.stage_field), Conditions::Operands::Literals.new(items)
        )
        [Access::Speaker.new(whole, LOCKING, test_index(test))]
      end

      LOCKING = Access::State.new(entry: Access::Facets::LOCKED)
      private_constant :LOCKING

      # Hash of field identifier to Array of Access::Speaker.
      def baseline_entries(units_above)
        @policy.baselines_of(record_type.id).each_with_object({}) do |baseline, found|
          begins = baseline.beginning_at(units_above) or next
          test = begins == :by_category ? test_index(category_condition(baseline)) : nil
          baseline.states.each { |id, state| (found[id] ||= []) << Access::Speaker.new(baseline, state, test) }
        end
      end

      def category_condition(baseline)
        field = record_type.field(record_type.category_field)
        items = baseline.categories.map { |id| Conditions::Operands::Literal.new(id, field) }
        Conditions::Comparison.new(
          "one_of", Conditions::Operands::Entered.new(field), Conditions::Operands::Literals.new(items)
        )
      end

      # Equal conditions are tested once, however many rules carry them.
      def test_index(condition)
        return nil if condition.nil?

        @index_of[condition.identity] ||= begin
          @conditions << condition
          @conditions.size - 1
        end
      end
    end
  end
end
