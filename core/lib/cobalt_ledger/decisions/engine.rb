# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Answers questions about one policy and one directory. Safe to share between threads.
    class Engine
      # Plans kept in memory.
      PLANS = 2_000

      attr_reader :policy, :directory

      def initialize(policy, directory)
        @policy = policy
        @directory = directory
        @plans = Memory.new(PLANS)
        @search_memory = SearchMemory.new
        @classes = {}
        @audiences = {}
        @sentences = {}.compare_by_identity
      end

      # question: Question. reasoning: true for all fields, an Array of field identifiers, or false.
      # depth: references that were followed to come here. Returns a Decision.
      def decide(question, reasoning: false, depth: 0)
        plan = plan_for(question)
        raw = raw_values(question)
        settled = settle(plan, question, raw)
        outcomes = plan.outcomes(settled.facts)
        covered = inherited(question, plan, settled, outcomes, depth)
        fields = plan.decide(settled.facts, outcomes)
          .merge(covered.to_h { |id, result| [id, FieldDecision.new(result[0], result[1])] })
        accounts = if reasoning
                     explained(
                       question, plan, settled, outcomes, reasoning == true ? nil : reasoning,
                       covered.transform_values(&:last)
                     )
                   end
        shown = { offers: offers(plan, settled, outcomes, fields), objections: objections(plan, outcomes) }
        Decision.new(
          question, plan, outcomes, settled, raw, fields,
          covered: covered.transform_values(&:last), reasoning: accounts, **shown
        )
      end

      # The account of some fields of a Decision: Hash of identifier to Account.
      def explain(decision, field_ids)
        explained(
          decision.question, decision.plan, decision.settled, decision.outcomes, field_ids, decision.covered
        )
      end

      # The Plan for a question, whatever record it is about. fields: Array of Catalogue::Field, or nil for all.
      def plan_for(question, fields: nil)
        parts = [question.unit, question.mode, question.channel, question.form_id]
        plan(question.record_type, question.principals, *parts, fields: fields)
      end

      # What a question can result in whatever the record: a Feasibility.
      def feasible(question)
        feasible_under(plan_for(question), facts(question.with(stored: {}, entered: {}, related: nil), {}))
      end

      # The same question about a record that is open as a whole, for what is said of single fields; where rules ask for
      # the record's own flag, the question as it is.
      def while_open(question)
        flagged = plan_for(question).conditions.any? { |each| each.reads.include?([:locked]) }
        flagged ? question : question.with(lifted: true)
      end

      # What a plan can result in: a Feasibility. base: Conditions::Facts with what is known whatever the record; free:
      # keys to be chosen although it knows them.
      def feasible_under(plan, base, free: [])
        plan.feasible(base, free) { Feasibility.new(plan, base, @search_memory, free: free) }
      end

      # record_type: Catalogue::RecordType; principals: Directory::Principals; unit, mode, channel: String;
      # form: identifier or nil; fields: Array of Catalogue::Field, or nil for all.
      def plan(record_type, principals, unit, mode, channel, form = nil, fields: nil)
        key = [record_type.id, class_of(record_type, principals), unit, mode, channel, form, fields&.map(&:id)]
        @plans[key] || build(key, record_type, principals, unit, fields)
      end

      # People whom exactly the same rules of a record type are meant for share a class, and so their plans: a bit set
      # over the rules, with how closely each matches where precedence depends on that.
      def class_of(record_type, principals)
        @classes[[record_type.id, principals]] ||= begin
          rules = policy.rules_of(record_type.id)
          matching = (@audiences[record_type.id] ||= Rules::AudienceIndex.new(rules)).matching(principals)
          [matching, policy.by_closeness?(record_type) ? closeness(rules, principals).values : nil].freeze
        end
      end

      # The sentence of a contribution's rule, made once.
      def sentence(contribution)
        @sentences[contribution.rule] ||= Rules::Sentence.new(contribution.rule, policy, directory).to_s.freeze
      end

      # What conditions may ask about, for a question. raw: from raw_values.
      def facts(question, raw)
        filled = question.record_type.formulas.fill(raw)
        stored = question.entered.empty? ? filled : -> { Values.typed(question.record_type, question.stored) }
        Conditions::Facts.new(
          entered: filled, stored: stored, principals: question.principals, directory: directory, at: question.at,
          zone: policy.zone, network: question.network, place: question.place, locked: question.locked,
          lifted: question.lifted, related: related(question)
        )
      end

      # Typed values of a question before anything is computed; what can't be read becomes Conditions::Unreadable.
      def raw_values(question) = Values.read_all(question.record_type, question.stored, question.entered)

      private

      # Fields that are covered as on a record referred to: Hash of identifier to [Catalogue::Field, Access::Result].
      def inherited(question, plan, settled, outcomes, depth)
        inheritance = Inheritance.new(self, question, depth)
        return {} unless inheritance.any?

        found = {}
        inheritance.each(settled.facts.entered) do |id, state, words|
          slot = plan.slot_of(id)
          before = found[id]&.last || slot.result(outcomes, hand: settled.facts.hand)
          after = before.covered_as(state, words)
          found[id] = [slot.field, after] unless after.equal?(before)
        end
        worked_out(question.record_type, plan, outcomes, settled.facts.hand, found)
      end

      # What is calculated from a field that is covered so is covered with it, unless a rule speaks of its sight.
      def worked_out(type, plan, outcomes, hand, found)
        type.formulas.steps.each do |step|
          covered = step.inputs.filter_map { |id| found[id]&.last&.final }.max_by(&:visibility) or next
          id = step.field.id
          before = found[id]&.last || plan.slot_of(id).result(outcomes, hand: hand)
          next if before.spoken.rules.any? { |each| each.gives.visibility }

          after = before.covered_as(Access::State.new(visibility: covered.visibility),
                                    "calculated from covered values")
          found[id] = [step.field, after] unless after.equal?(before)
        end
        found
      end

      def explained(question, plan, settled, outcomes, field_ids, covered)
        Reasoning.new(self, question, plan, settled, outcomes, covered).accounts(field_ids)
      end

      def settle(plan, question, raw)
        facts = facts(question, raw)
        return Settling.new(plan, facts, raw, question.entered).run unless plan.looks_back?

        opened = opening(plan, question)
        settled = Settling.new(plan, facts.opened_as(opened.facts), raw, question.entered).run
        opened.loop.empty? ? settled : settled.dup.tap { |copy| copy.loop |= opened.loop }.freeze
      end

      # What was there when the form was opened, as a Settled: what the record holds, or the defaults a new one begins
      # with.
      def opening(plan, question)
        opened = question.with(entered: {})
        raw = raw_values(opened)
        Settling.new(plan, facts(opened, raw), raw, {}, defaults_only: true).run
      end

      # Looks other records up, each once.
      def related(question)
        known = {}
        lambda do |type_id, number|
          known.fetch([type_id, number]) do |key|
            values = question.related&.call(type_id, number)
            type = policy.record_type(type_id)
            known[key] = values && type && Values.typed(type, values)
          end
        end
      end

      def offers(plan, settled, seen, fields)
        plan.value_effects.offering.select { |action| action.outcome(seen) }.filter_map do |action|
          value = action.reader.call(settled.facts)
          next if value.nil? || value.is_a?(Conditions::Unreadable) || value == settled.facts.entered[action.field.id]

          offer(action, value) if fields[action.field.id].open?
        end
      end

      def offer(action, value) = Decision::Offer.new(action.field, value, action.contribution, action.effect.note)

      # What can't be decided refuses too: a refusal tightens.
      def objections(plan, seen)
        found =
          plan
            .value_effects
            .refusing
            .reject { |action| action.outcome(seen) == false }
            .map do |action|
              Decision::Objection.new(
                action.effect.at == "form" ? nil : action.field, action.effect.message, action.contribution,
                action.outcome(seen).nil?
              )
            end
        found.uniq { |objection| [objection.field&.id, objection.message, objection.contribution.id] }
      end

      # Hash of rule to how closely its audience matches, for those that match.
      def closeness(rules, principals)
        Directory::Closeness.of_rules(rules.select { |rule| rule.audience.match?(principals) }, principals)
      end

      def build(key, record_type, principals, unit, fields)
        _, _, _, mode, channel, form = key
        above = directory.with_above(:unit, unit)
        matching = class_of(record_type, principals).first
        rules = policy.rules_of(record_type.id).each_with_index.filter_map do |rule, index|
          rule if matching[index] == 1 && rule.on? && rule.reach.cover?(above, mode, channel, form)
        end
        plan = Plan.new(policy, record_type, rules, above, mode, closeness(rules, principals), fields: fields)
        @plans.keep(key, plan)
      end
    end
  end
end
