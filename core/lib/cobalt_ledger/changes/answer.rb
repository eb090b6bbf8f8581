# frozen_string_literal: true

module CobaltLedger
  module Changes
    # All that a policy answers for one field while the outcomes of its conditions are what they are.
    class Answer
      BLANKS = { blank: {}, blank_at_once: { "at_once" => true } }.freeze
      private_constant :BLANKS

      # state: Access::State; written: [what a new record begins with, what is written over it], each a Hash as values
      # stand in a policy, :blank, :blank_at_once or nil; offered: Array of [such a value, note or nil]; refused: Array
      # of [where it is told, message]; shown: does the field stand on the person's form? operands: the values as
      # Conditions::Operand, by how they stand.
      attr_reader :state, :written, :offered, :refused, :shown, :operands

      # plan: Decisions::Plan; field: Catalogue::Field; outcomes: Array by test of the plan; form: Catalogue::Form or
      # nil; hand: :locked or :lifted where the record was by hand, or nil.
      def initialize(plan, field, outcomes, form, hand = nil)
        decided = plan.slot_of(field.id).decide(outcomes, hand)
        effects = plan.value_effects
        @operands = {}
        @state = decided.state
        @written = written_by(effects, field, decided, outcomes)
        @offered = decided.open? ? offering(acting(effects.offering, field, outcomes)) : []
        @refused = refusing(effects.refusing, field, outcomes)
        @shown = form.nil? || field.is_a?(Catalogue::Action) || field.is_a?(Catalogue::WholeRecord) ||
                 form.fields.include?(field)
        freeze
      end

      def ==(other) = other.is_a?(Answer) && key == other.key
      alias eql? ==
      def hash = key.hash

      # All of it, as one value that can be compared.
      def key = [state, written, offered, refused, shown]

      # JSON-ready Hash: the state and its level, and what else there is.
      def to_h
        begins, writes = written
        { "level" => state.level }.merge(state.to_h).merge(
          {
            "begins_with" => told(begins), "written" => told(writes),
            "suggested" => offered.empty? ? nil : offered.map { |each, note| suggested(each, note) },
            "refused" => refused.empty? ? nil : refused.map(&:last), "on_the_form" => shown ? nil : false
          }.compact
        )
      end

      private

      def acting(actions, field, outcomes)
        actions.select { |action| action.field.id == field.id && action.outcome(outcomes) }
      end

      def written_by(effects, field, decided, outcomes)
        clearing = decided.hidden? ? acting(effects.clearing, field, outcomes) : []
        return [nil, clearing.any? { |each| each.effect.at_once? } ? :blank_at_once : :blank] if clearing.any?

        begins = nil
        acting(effects.writing, field, outcomes).each do |action|
          return [begins, source(action)] unless action.effect.is_a?(Rules::Effects::Default)

          begins ||= source(action)
        end
        [begins, nil]
      end

      def offering(actions) = actions.map { |action| [source(action), action.effect.note] }.uniq

      def source(action)
        return :blank unless action.effect.is_a?(Rules::ValueEffect)

        action.effect.source.to_h.tap { |told| @operands[told] = action.effect.source }
      end

      # What can't be decided refuses too.
      def refusing(actions, field, outcomes)
        actions.select { |action| action.field.id == field.id && action.outcome(outcomes) != false }
          .map { |action| [action.effect.at, action.effect.message] }.uniq.sort
      end

      def suggested(value, note) = told(value).merge({ "note" => note }.compact)
      def told(value) = BLANKS.fetch(value, value)
    end
  end
end
