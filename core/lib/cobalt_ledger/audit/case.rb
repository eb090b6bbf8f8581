# frozen_string_literal: true

module CobaltLedger
  module Audit
    # One way in which rules meet on a field: a person who stands for all that match alike, and a unit, mode, channel
    # and form that stand for all in which the same rules reach.
    class Case
      attr_reader :field, :question, :plan, :crowd

      # question: Decisions::Question that leaves the record open; plan: Decisions::Plan of the field alone;
      # feasible: lambda that gives the Decisions::Feasibility of the plan; base: Conditions::Facts of the question;
      # users: lambda that counts the people it stands for; crowd: set of them, of Directory::Crowds, or nil for one
      # alone.
      def initialize(field, question, plan, feasible, base, users, crowd = nil)
        @feasible = feasible
        @crowd = crowd
        @field = field
        @question = question
        @plan = plan
        @base = base
        @users = users
      end

      # How many people it stands for: Integer.
      def users = @users.call

      # The slot of the field in the plan of these people.
      def slot = @slot ||= plan.slot_of(field.id)

      # Does a rule reach there and mean these people?
      def reached?(rule) = (slot.rules + slot.guardrails).any? { |entry| entry.source.rule.equal?(rule) }

      # All that some conditions can result in here: a Conditions::Solver::Situations::Found.
      def possible(conditions)
        return Conditions::Solver::Situations::Found.new({ [] => {} }, true) if conditions.empty?

        @feasible.call.situations(conditions)
      end

      # What can happen: Array of [outcomes by index of the plan's tests, example].
      def situations = @situations ||= @feasible.call.combinations(field.id)

      # Was it looked at, and not everything decided?
      def undecided? = (!@situations.nil? || !@complete.nil?) && !complete?

      # Was everything decided?
      def complete? = @complete.nil? ? @complete = @feasible.call.complete?(field.id) : @complete

      # Contributions of ordinary rules that apply in a situation.
      def applying(outcomes) = slot.sure(slot.rules, outcomes).map(&:source)

      # Contributions of guardrails that apply.
      def guarding(outcomes) = slot.sure(slot.guardrails, outcomes).map(&:source)

      # The Access::Result in a situation, calculated once.
      def result(outcomes) = (@results ||= {}.compare_by_identity)[outcomes] ||= slot.result(outcomes)

      # Is the record locked as a whole in a situation?
      def record_locked?(outcomes) = !plan.whole.decide(outcomes).open?

      # The Access::Result without one rule.
      def result_without(outcomes, rule) = slot.result(outcomes, except: rule)

      # The FieldDecision for the record an example assumes.
      def decide(example)
        slot.decide(
          plan.outcomes(@base.assuming(example, question.record_type.formulas, stored: question.mode != "create"))
        )
      end

      # The same case about a concrete record: Decisions::Question.
      def question_of(example) = Decisions::ExampleQuestion.new(question, example).question
    end
  end
end
