# frozen_string_literal: true

module CobaltLedger
  module Audit
    # One record type as the audit looks at it: for each field, every way in which its rules can meet. People who match
    # the field's rules alike are one, and so are units, modes, channels and forms in which the same rules reach.
    class Survey
      # Editing first, where most shows.
      MODES = %w[edit create view list].freeze

      attr_reader :engine, :record_type, :policy, :directory, :at

      # engine: Decisions::Engine; documents: Hash of rule identifier to its document; at: Time of the audit.
      def initialize(engine, record_type, documents, at)
        @engine = engine
        @policy = engine.policy
        @directory = engine.directory
        @record_type = record_type
        @documents = documents
        @at = at
        @specs = {}
        @built = {}.compare_by_identity
        @beside = {}
        @rules_on = {}
        @bearing_on = {}
        @people = PeopleKinds.new(directory, policy.by_closeness?(record_type))
        @contexts = Contexts.new(policy, record_type, directory)
        @plans = {}
        @speaking_of = {}
      end

      def crowds = directory.crowds

      # Rules of the record type that are switched on.
      def rules = @rules ||= policy.rules_of(record_type.id).select(&:on?)

      def document(rule) = @documents.fetch(rule.id)
      def rules_on(field) = @rules_on[field.id] ||= policy.rules_on(field, record_type.id).select(&:on?)

      # Rules that can make a difference to a field: those on it, and for a computed one those on what it is worked out
      # from, which it is no more open than.
      def bearing_on(field)
        @bearing_on[field.id] ||= begin
          inputs = record_type.formulas.inputs_of(field.id)
          inputs.empty? ? rules_on(field) : ([field] + inputs.map { |id| record_type.field(id) }).flat_map { |each| rules_on(each) }.uniq.sort_by { |rule| order[rule] }
        end
      end

      # What several detectors ask, worked out once.
      def once(name) = (@once ||= {}).fetch(name) { @once[name] = yield }

      # Every way in which a field's rules meet: a lazy enumeration of Case, built when they are asked for.
      def cases(field)
        each_of(field, specs(field))
      end

      # The same for some modes and channels only.
      def cases_in(field, modes:, channel: nil)
        each_of(field, specs(field).select { |_, _, context| modes.include?(context[2]) && (channel.nil? || context[3] == channel) })
      end

      # Those of one mode and channel in which some rule that says so would stand otherwise in another mode or channel, of
      # which each is [mode, channel]. The block tells which rules matter.
      def cases_beside(field, mode, channel, ways, &matters)
        rules = bearing_on(field)
        telling = rules.each_with_index.select { |rule, _| matters.call(rule) }
        each_of(field, specs(field).select do |mask, users, (_, above, own, through, form, _)|
          own == mode && through == channel && telling.any? do |rule, index|
            matching(rule).anybits?(users) && ways.any? { |other, by| rule.reach.cover?(above, other, by, form) != (mask[index] == 1) }
          end
        end)
      end

      # Those in which all of some rules reach the person.
      def cases_with(field, *wanted, modes: nil)
        places = wanted.map { |rule| bearing_on(field).index { |each| each.equal?(rule) } }
        wanted = places.sum { |place| 1 << place }
        each_of(field, specs(field).select { |mask, _, context| mask & wanted == wanted && (modes.nil? || modes.include?(context[2])) })
      end

      # The Case of the same people in another mode or channel; nil where no other rules speak of sight there.
      def case_beside(kase, mode, channel)
        rules = bearing_on(kase.field)
        unit = kase.question.unit
        above = directory.with_above(:unit, unit)
        form = @contexts.forms(rules).first && kase.question.form_id
        mask = mask_of(rules, kase.question.principals, above, mode, channel, form)
        return nil unless rules.each_with_index.any? { |rule, index| speaks_of_sight?(rule) && (mask[index] == 1) != kase.reached?(rule) }

        user = directory.find(:user, kase.question.principals.user_id)
        @beside[[kase.field.id, mask, unit, mode, channel, @people.closeness? ? user.id : nil]] ||= build_case(kase.field, rules, mask, nil, [unit, above, mode, channel, form, nil], user)
      end

      # The decisions for some fields of a question: Hash of identifier to FieldDecision. Where rules write values, the whole
      # form is decided; otherwise only what is asked for.
      def decide(question, fields)
        return engine.decide(question).fields if writes?

        plan_for(question, fields).decide(engine.facts(question, engine.raw_values(question)))
      end

      # What of the rules on some fields remains for a question: a Decisions::Plan, one for all for whom it is the same.
      def plan_for(question, fields)
        above = directory.with_above(:unit, question.unit)
        acting = speaking_of(fields).select do |rule|
          rule.audience.match?(question.principals) && rule.reach.cover?(above, question.mode, question.channel, question.form_id)
        end
        closeness = closeness(acting, question.principals)
        @plans[[fields, acting, above, question.mode, closeness]] ||= plan(acting, above, question.mode, closeness, fields)
      end

      # Does it matter to some fields who exactly the person is, beside which rules are meant for them?
      def exact?(fields) = @people.by_person?(speaking_of(fields))

      # Users a rule is meant for: a set of Directory::Crowds.
      def matching(rule) = @people.matching(rule)

      # The users of a set, as few as wanted.
      def users_in(bits, most = 1) = crowds.users(bits, most)

      # One user for each way in which some of the people match the rules on some fields: a lazy enumeration.
      def kinds_of_people(fields, among = crowds.everybody)
        @people.parted(speaking_of(fields), among).lazy.map { |_, users| users_in(users).first }
      end

      # A question about no record in particular.
      def question(user, unit, mode, channel: "form", form: :own)
        Decisions::Question.new(principals: directory.principals_of(user.id), record_type: record_type, unit: unit, mode: mode, channel: channel, form: form, at: at)
      end

      # Units that own records: Array of identifiers.
      def units = directory.leaf_units

      # An example that was decided once more, or nil when it does not bear the finding out.
      # fields: what the block, which judges the decisions by identifier, looks at.
      def example(kase, found, fields = [kase.field])
        question = kase.question_of(found)
        # Without rules that write values, the case itself is the decision of its one field.
        decisions = block_given? || writes? ? decide(question, fields) : { kase.field.id => kase.decide(found) }
        return nil if block_given? && !yield(decisions)

        Evidence.of(question, decisions, [kase.field], Decisions::ExampleQuestion.new(kase.question, found).lines(directory))
      end

      # Can these conditions hold together? Answers are remembered. conditions: Array of Conditions::Node.
      def together(conditions, mode)
        @together ||= {}
        @together[[conditions.map(&:to_h), mode]] ||= Conditions::Solver::Satisfy.new(record_type, mode, Conditions::Facts.new(directory: directory, at: at, zone: policy.zone),
                                                                                      free: [[:time], [:user]]).decide(conditions)
      end

      # Fields of which not everything that was looked at could be decided: Array of Catalogue::Field.
      def undecided = (@built.values.select(&:undecided?).map(&:field) + (@unsure || [])).uniq

      # Notes that a detector could not tell of a field whether there is something to find.
      def unsure(field) = (@unsure ||= []) << field

      private

      # An Enumerator of Case, built one after the other as they are asked for.
      def each_of(field, specs)
        Enumerator.new { |found| specs.each { |spec| found << case_of(field, spec) } }
      end

      # Array of [bit set over the field's rules, users, context], each combination of rules and mode once; editing first,
      # where most shows.
      def specs(field)
        @specs[field.id] ||= begin
          rules = bearing_on(field)
          contexts = @contexts.of(rules).sort_by { |_, context| MODES.index(context[2]) }
          exact = @people.by_person?(rules)
          seen = {}
          @people.parted(rules).product(contexts).filter_map do |(bits, users), (covered, context)|
            mask = bits & covered
            key = [mask, context[2], context[5], exact ? users : nil]
            next if seen[key]

            seen[key] = true
            [mask, users, context]
          end.sort_by { |_, _, context| MODES.index(context[2]) }
        end
      end

      def case_of(field, spec)
        @built[spec] ||= build_case(field, bearing_on(field), *spec)
      end

      def writes? = @writes.nil? ? @writes = rules.any? { |rule| rule.contributions.any? { |each| each.values.any? || each.clears? } } : @writes

      # Bit set over rules that mean somebody and reach there.
      def mask_of(rules, principals, above, mode, channel, form)
        Contexts.bits(rules) { |rule| rule.audience.match?(principals) && rule.reach.in_unit?(above) && rule.reach.through?(mode, channel, form) }
      end

      def speaks_of_sight?(rule) = rule.contributions.any? { |each| each.gives.visibility }

      def build_case(field, rules, mask, crowd, context, user = users_in(crowd).first)
        unit, above, mode, channel, form, = context
        acting = rules.each_with_index.filter_map { |rule, index| rule if mask[index] == 1 }
        question = question(user, unit, mode, channel: channel, form: form ? record_type.form(form) : :own)
        plan = plan(acting, above, mode, closeness(acting, question.principals), needed(field, acting))
        base = engine.facts(question, {})
        Case.new(field, question, plan, -> { engine.feasible_under(plan, base) }, base, -> { crowd ? crowds.size(crowd) : 1 }, crowd)
      end

      def plan(rules, above, mode, closeness, fields)
        Decisions::Plan.new(policy, record_type, rules, above, mode, closeness, fields: fields)
      end

      # Rules on any of some fields, in the policy's order.
      def speaking_of(fields) = @speaking_of[fields] ||= fields.flat_map { |field| bearing_on(field) }.uniq.sort_by { |rule| order[rule] }

      # A rule that clears what it hides has to be judged on all its fields.
      def needed(field, rules)
        return [field] unless rules.any? { |rule| rule.contributions.any?(&:clears?) }

        [field] | record_type.fields.select { |each| rules.any? { |rule| rule.contributions.any?(&:clears?) && rule.targets?(each) } }
      end

      # Places of the rules in the policy's order.
      def order = @order ||= {}.compare_by_identity.tap { |found| rules.each_with_index { |rule, index| found[rule] = index } }

      def closeness(rules, principals) = @people.closeness? ? rules.to_h { |rule| [rule, Directory::Closeness.of(rule.audience, principals)] } : {}
    end
  end
end
