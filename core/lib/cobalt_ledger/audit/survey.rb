# frozen_string_literal: true

module CobaltLedger
  module Audit
    # One record type as the audit looks at it: for each field, every way in which its rules can meet. People who match
    # the field's rules alike are one, and so are units, modes, channels and forms in which the same rules reach.
    class Survey
      include Cases

      # What the audit asks holds at some moment from its own on.
      FROM_NOW = [*Space::OPEN, [:from_now]].freeze

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
        @people = Decisions::PeopleKinds.new(directory, policy.by_closeness?(record_type))
        @contexts = Contexts.new(policy, record_type, directory)
        @plans = {}
        @speaking_of = {}
      end

      # Directory::Crowds of all people.
      def crowds = directory.crowds

      # Rules of the record type that are switched on.
      def rules = @rules ||= policy.rules_of(record_type.id).select(&:on?)

      # The rule as it is in the policy's document: Hash.
      def document(rule) = @documents.fetch(rule.id)

      # Rules that are on and reach a field: Array of Rules::Rule.
      def rules_on(field) = @rules_on[field.id] ||= policy.rules_on(field, record_type.id).select(&:on?)

      # Rules that are on and can make a difference to a field.
      def bearing_on(field) = @bearing_on[field.id] ||= policy.bearing_on(field, record_type).select(&:on?)

      # What several detectors ask, calculated once.
      def once(name) = (@once ||= {}).fetch(name) { @once[name] = yield }

      # The decisions for some fields of a question: Hash of identifier to FieldDecision. Where rules write values, the
      # whole form is decided; otherwise only what is asked for.
      def decide(question, fields)
        return engine.decide(question).everything if writes?

        plan_for(question, fields).decide_all(engine.facts(question, engine.raw_values(question)))
      end

      # What of the rules on some fields remains for a question: a Decisions::Plan, one for all for whom it is the same.
      def plan_for(question, fields)
        above = directory.with_above(:unit, question.unit)
        acting =
          speaking_of(fields).select do |rule|
            rule.audience.match?(question.principals) &&
              rule.reach.cover?(above, question.mode, question.channel, question.form_id)
          end
        closeness = closeness(acting, question.principals)
        @plans[[fields, acting, above, question.mode, closeness]] ||= plan(
          acting, above, question.mode, closeness, fields
        )
      end

      # The same to search for records under: where rules write values, those on all fields have a part in it.
      def searched_plan(question, fields) = writes? ? engine.plan_for(question) : plan_for(question, fields)

      # Does it matter to some fields who exactly the person is, beside which rules are meant for them?
      def exact?(fields) = @people.by_person?(speaking_of(fields))

      # Forms that the rules on some fields tell apart: Array of Catalogue::Form, empty where none names any.
      def forms(fields) = @contexts.forms(speaking_of(fields)).filter_map { |id| id && record_type.form(id) }

      # Users a rule applies to: a set of Directory::Crowds.
      def matching(rule) = @people.matching(rule)

      # Whom a case stands for: "8 people such as Asha Brandt".
      def whom(kase)
        alone = kase.crowd.nil? || crowds.size(kase.crowd).zero?
        title = kase.question.principals.title
        alone ? title : "#{crowds.words(kase.crowd)}, such as #{title}"
      end

      # The users of a set, as few as wanted.
      def users_in(bits, most = 1) = crowds.users(bits, most)

      # One user for each way in which some of the people match the rules on some fields: a lazy enumeration.
      def kinds_of_people(fields, among = crowds.everybody)
        return [].lazy if among.zero?

        @people.parted(speaking_of(fields), among).lazy.map { |_, users| users_in(users).first }
      end

      # A question about no record in particular.
      def question(user, unit, mode, channel: "form", form: :own)
        Decisions::Question.new(
          principals: directory.principals_of(user.id), record_type: record_type, unit: unit, mode: mode,
          channel: channel, form: form, at: at
        )
      end

      # Units that can own records: Array of identifiers.
      def units = Space.units(directory)

      # An example that was decided once more, or nil when it does not bear the finding out.
      # fields: what the block, which judges the decisions by identifier, looks at.
      def example(kase, found, fields = [kase.field])
        question = kase.question_of(found)
        # Without rules that write values, the case itself is the decision of its one field.
        decisions = block_given? || writes? ? decide(question, fields) : { kase.field.id => kase.decide(found) }
        return nil if block_given? && !yield(decisions)

        Evidence.of(
          question, decisions, [kase.field], Decisions::ExampleQuestion.new(kase.question, found).lines(directory)
        )
      end

      # Do rules write values, or clear them?
      def writes?
        return @writes unless @writes.nil?

        @writes = rules.any? { |rule| rule.contributions.any? { |each| each.values.any? || each.clears? } }
      end

      # Can these conditions hold together? Answers are remembered. conditions: Array of Conditions::Node.
      def together(conditions, mode)
        @together ||= {}
        @together[[conditions.map(&:to_h), mode]] ||= Conditions::Solver::Satisfy.new(
          record_type, mode, anyone, free: [*Space::OPEN, [:user]]
        ).decide(conditions)
      end

      # All possible outcomes of a condition in some modes, for any user, at any moment and from anywhere: [Array of
      # true, false and nil (it can't be decided), was everything decided?].
      def comes_to(condition, modes)
        found = modes.map { |mode| mode_kind(mode) }.uniq.map do |mode|
          once([:comes_to, condition.identity, mode]) do
            Conditions::Solver::Situations.new(record_type, mode, anyone, free: [*Space::OPEN, [:user]]).of([condition])
          end
        end
        [found.flat_map { |each| each.found.keys.flatten }.uniq, found.all?(&:complete)]
      end

      # Fields of which not everything that was looked at could be decided: Array of Catalogue::Field.
      def undecided = (@built.values.select(&:undecided?).map(&:field) + (@unsure || [])).uniq

      # Notes that a detector could not decide of a field whether there is something to find.
      def unsure(field) = (@unsure ||= []) << field

      private

      # Facts of a question of which nothing is given.
      def anyone = Conditions::Facts.new(directory: directory, at: at, zone: policy.zone)

      # Viewing and listing ask the same of a record.
      def mode_kind(mode) = %w[create edit].include?(mode) ? mode : "view"

      def plan(rules, above, mode, closeness, fields)
        Decisions::Plan.new(policy, record_type, rules, above, mode, closeness, fields: fields)
      end

      # Rules on any of some fields, in the policy's order.
      def speaking_of(fields)
        @speaking_of[fields] ||= fields.flat_map { |field| bearing_on(field) }.uniq.sort_by { |rule| order[rule] }
      end

      # Places of the rules in the policy's order.
      def order
        @order ||= {}.compare_by_identity.tap { |found| rules.each_with_index { |rule, index| found[rule] = index } }
      end

      def closeness(rules, principals)
        @people.closeness? ? Directory::Closeness.of_rules(rules, principals) : {}
      end
    end
  end
end
