# frozen_string_literal: true

module CobaltLedger
  module Audit
    # One record type as the audit looks at it: for each field, every way in which its rules can meet. People who match
    # the field's rules alike are one, and so are units, modes, channels and forms in which the same rules reach.
    class Survey
      attr_reader :engine, :record_type, :policy, :directory, :at

      # engine: Decisions::Engine; documents: Hash of rule identifier to its document; at: Time of the audit.
      def initialize(engine, record_type, documents, at)
        @engine = engine
        @policy = engine.policy
        @directory = engine.directory
        @record_type = record_type
        @documents = documents
        @at = at
        @cases = {}
        @matching = {}.compare_by_identity
      end

      # Rules of the record type that are switched on.
      def rules = @rules ||= policy.rules_of(record_type.id).select(&:on?)

      def document(rule) = @documents.fetch(rule.id)
      def rules_on(field) = policy.rules_on(field, record_type.id).select(&:on?)

      # Array of Case for a field.
      def cases(field) = @cases[field.id] ||= build_cases(field)

      # Users a rule is meant for: an Integer bit set over the directory's users.
      def matching(rule)
        @matching[rule] ||= Crowd.of(rule.audience, directory)
      end

      # The users of a bit set, as few as wanted.
      def users_in(bits, most = 1)
        found = []
        while bits.positive? && found.size < most
          lowest = bits & -bits
          found << directory.users[lowest.bit_length - 1]
          bits ^= lowest
        end
        found
      end

      # A question about no record in particular.
      def question(user, unit, mode, channel: "form", form: :own)
        Decisions::Question.new(principals: directory.principals_of(user.id), record_type: record_type, unit: unit, mode: mode, channel: channel, form: form, at: at)
      end

      # Units that own records: those without others below them.
      def units
        @units ||= begin
          parents = directory.units.flat_map(&:above)
          found = directory.units.map(&:id).reject { |id| parents.include?(id) }
          found.empty? ? ["none"] : found
        end
      end

      # A replayed example, or nil when the decision of the whole form does not bear it out. The block judges the decision.
      def example(kase, found)
        question = kase.question_of(found)
        decision = engine.decide(question)
        return nil if block_given? && !yield(decision)

        Example.new(question: question, levels: { kase.field.id => decision[kase.field.id].level },
                    lines: Decisions::Example.new(kase.question, found).lines(directory))
      end

      # Can these conditions hold together? Answers are remembered. conditions: Array of Conditions::Node.
      def together(conditions, mode)
        @together ||= {}
        @together[[conditions.map(&:to_h), mode]] ||= Conditions::Solver::Satisfy.new(record_type, mode, Conditions::Facts.new(directory: directory, at: at, zone: policy.zone),
                                                                                      free: [[:time], [:user]]).decide(conditions)
      end

      private

      def build_cases(field)
        rules = rules_on(field)
        contexts = contexts(rules)
        seen = {}
        crowds(rules).flat_map do |bits, users|
          contexts.filter_map do |covered, context|
            mask = bits & covered
            key = [mask, context[2], context[4], by_person?(rules) ? users : nil]
            next if seen[key]

            seen[key] = true
            build_case(field, rules, mask, users, context)
          end
        end
      end

      # Does it matter who exactly the person is, beside which rules are meant for them?
      def by_person?(rules) = policy.by_closeness?(record_type) || of_one_kind(rules).size > 1

      # Hash of bit set over the field's rules to the users who match just those.
      def crowds(rules)
        everybody = (1 << directory.users.size) - 1
        parts = of_one_kind(rules).map { |users| [0, users & everybody] }
        rules.each_with_index do |rule, index|
          own = matching(rule)
          parts = parts.flat_map { |bits, users| [[bits | (1 << index), users & own], [bits, users & ~own]] }.reject { |_, users| users.zero? }
        end
        parts
      end

      # Users of whom conditions say the same, whatever the record: Array of bit sets.
      def of_one_kind(rules)
        comparisons = rules.filter_map(&:condition).flat_map(&:comparisons)
        attributes = comparisons.flat_map(&:reads).filter_map { |kind, name| name if kind == :attribute }.uniq
        members = comparisons.select { |each| each.left.is_a?(Conditions::Operands::User) }.filter_map(&:right).grep(Conditions::Operands::Members).flat_map(&:members).uniq
        return [(1 << directory.users.size) - 1] if attributes.empty? && members.empty?

        directory.users.each_with_index.group_by do |user, _|
          principals = directory.principals_of(user.id)
          [user.attributes.values_at(*attributes), members.map { |member| principals.include?(member.kind, member.id) }]
        end.values.map { |users| users.sum { |_, place| 1 << place } }
      end

      # Array of [bit set over the rules that reach there, [unit, above, mode, channel, unit's baselines]].
      def contexts(rules)
        found = {}
        units.each do |unit|
          above = directory.with_above(:unit, unit)
          baselines = policy.baselines_of(record_type.id).select { |baseline| baseline.units.intersect?(above) }.map(&:id)
          Decisions::Question::MODES.product(Decisions::Question::CHANNELS) do |mode, channel|
            covered = rules.each_with_index.sum { |rule, index| rule.reach.cover?(above, mode, channel, rule.reach.forms.first) ? 1 << index : 0 }
            found[[covered, mode, baselines]] ||= [covered, [unit, above, mode, channel, baselines]]
          end
        end
        found.values
      end

      def build_case(field, rules, mask, crowd, context)
        unit, above, mode, channel, = context
        user = users_in(crowd).first
        acting = rules.each_with_index.filter_map { |rule, index| rule if mask[index] == 1 }
        form = acting.flat_map { |rule| rule.reach.forms }.first
        question = question(user, unit, mode, channel: channel, form: form ? record_type.form(form) : :own)
        plan = Decisions::Plan.new(policy, record_type, acting, above, mode, closeness(acting, question.principals), fields: needed(field, acting))
        base = engine.facts(question, {})
        Case.new(field, question, plan, base, crowd.digits(2).sum)
      end

      # A rule that clears what it hides has to be judged on all its fields.
      def needed(field, rules)
        return [field] unless rules.any? { |rule| rule.contributions.any?(&:clears?) }

        [field] | record_type.fields.select { |each| rules.any? { |rule| rule.contributions.any?(&:clears?) && rule.targets?(each) } }
      end

      def closeness(rules, principals) = rules.to_h { |rule| [rule, Rules::Closeness.of(rule.audience, principals)] }
    end
  end
end
