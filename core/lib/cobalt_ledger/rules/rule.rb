# frozen_string_literal: true

module CobaltLedger
  module Rules
    # One rule of the policy. Immutable.
    class Rule
      attr_reader :id, :title, :reason, :owner, :review_by, :kind, :rank, :record_type, :field_ids, :section_ids,
                  :audience, :reach, :condition, :effects

      # on: true or false; kind: "ordinary" or "guardrail"; rank: Integer, 1 is best;
      # field_ids, section_ids: targets; audience: Audience; reach: Reach;
      # condition: Conditions::Node or nil; effects: Array of Effect, at most one a facet.
      def initialize(id:, title:, kind:, rank:, record_type:, field_ids:, section_ids:, audience:, reach:, effects:,
                     condition: nil, reason: nil, owner: nil, review_by: nil, on: true)
        @id = id
        @title = title
        @reason = reason
        @owner = owner
        @review_by = review_by
        @on = on
        @kind = kind
        @rank = rank
        @record_type = record_type
        @field_ids = field_ids.freeze
        @section_ids = section_ids.freeze
        @audience = audience
        @reach = reach
        @condition = condition
        @effects = effects.freeze
        @gives = Decisions::State.new(**facets)
        freeze
      end

      # The facets the rule gives, as a partial Decisions::State.
      attr_reader :gives

      def on? = @on
      def guardrail? = kind == "guardrail"

      # "12" for an ordinary rule, "G2" for a guardrail: how the rule is called on screen.
      def number = guardrail? ? "G#{rank}" : rank.to_s

      # Does it speak of a field? field: Catalogue::Field.
      def targets?(field) = field_ids.include?(field.id) || section_ids.include?(field.section)

      private

      def facets
        given = effects.to_h { |effect| [effect.facet, effect.value] }
        masking = effects.find(&:mask)
        masking ? given.merge(mask: masking.mask, replace: masking.replace) : given
      end
    end
  end
end
