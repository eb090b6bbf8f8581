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
        @plans = {}
        @classes = {}
        @cards = {}.compare_by_identity
        @lock = Mutex.new
      end

      # question: Question. reasoning: true for all fields, an Array of field identifiers, or false. Returns a Decision.
      def decide(question, reasoning: false)
        plan = plan_for(question)
        values = typed_values(question)
        fields = plan.decide(values)
        account = reasoning && Reasoning.new(self, question, plan, values).to_h(reasoning == true ? nil : reasoning)
        Decision.new(question, values, fields, account || nil)
      end

      # The Plan for a question, whatever record it is about.
      def plan_for(question)
        plan(question.record_type, question.principals, question.unit, question.mode, question.channel)
      end

      # record_type: Catalogue::RecordType; principals: Directory::Principals; unit, mode, channel: String.
      def plan(record_type, principals, unit, mode, channel)
        key = [record_type.id, class_of(record_type, principals), unit, mode, channel]
        @plans[key] || build(key, record_type, principals, unit, mode, channel)
      end

      # People whom exactly the same rules of a record type are meant for share a class (an Integer bit set
      # over the rules), and so their plans.
      def class_of(record_type, principals)
        @classes[[record_type.id, principals]] ||=
          policy.rules_of(record_type.id).each_with_index.sum { |rule, index| rule.audience.match?(principals) ? 1 << index : 0 }
      end

      # What reasoning says of a rule whatever is asked, made once: who it is, what it gives, its sentence.
      def card(rule)
        @cards[rule] ||= { "rule" => rule.id, "number" => rule.number, "title" => rule.title, "gives" => rule.gives.to_h,
                           "sentence" => Rules::Sentence.new(rule, policy, directory).to_s }.freeze
      end

      # JSON values of a question as typed values; what can't be read becomes Conditions::Unreadable.
      def typed_values(question)
        Values.typed(question.record_type, question.stored, question.entered)
      end

      private

      def build(key, record_type, principals, unit, mode, channel)
        above = directory.with_above(:unit, unit)
        rules = policy.rules_of(record_type.id).select do |rule|
          rule.on? && rule.audience.match?(principals) && rule.reach.cover?(above, mode, channel)
        end
        plan = Plan.new(policy, record_type, rules, above, mode)
        @lock.synchronize do
          # Replaced, not cleared: readers go on with the table they have.
          @plans = {} if @plans.size >= PLANS
          @plans[key] = plan
        end
      end
    end
  end
end
