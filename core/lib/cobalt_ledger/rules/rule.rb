# frozen_string_literal: true

module CobaltLedger
  module Rules
    # One rule of the policy. Immutable.
    class Rule
      attr_reader :id, :title, :reason, :owner, :review_by, :kind, :rank, :record_type, :field_ids, :section_ids,
                  :audience, :reach, :window, :condition, :effects, :otherwise, :timing, :contributions

      # on: true or false; kind: "ordinary" or "guardrail"; rank: Integer, 1 is best;
      # field_ids, section_ids: targets; audience: Audience; reach: Reach; window: Window or nil;
      # condition: Conditions::Node or nil; effects: Array of Effect, at most one a facet;
      # otherwise: the same for when the condition does not hold; timing: "live" or "on_opening".
      def initialize(
        id:, title:, kind:, rank:, record_type:, field_ids:, section_ids:, audience:, reach:, effects:, window: nil,
        condition: nil, otherwise: [], timing: "live", reason: nil, owner: nil, review_by: nil, on: true
      )
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
        @window = window
        @condition = condition
        @effects = effects.freeze
        @otherwise = otherwise.freeze
        @timing = timing
        @contributions = contribute.freeze
        freeze
      end

      # The facets the rule gives when its condition holds, as a partial Access::State.
      def gives = contributions.first.gives

      # Is it switched on?
      def on? = @on

      # Can it only tighten?
      def guardrail? = kind == "guardrail"

      # Does it look at what the record held when its form was opened?
      def on_opening? = timing == "on_opening"

      # "12" for an ordinary rule, "G2" for a guardrail: how the rule is called on screen.
      def number = guardrail? ? "G#{rank}" : rank.to_s

      # Does it speak of a field? field: Catalogue::Field.
      def targets?(field) = field_ids.include?(field.id) || section_ids.include?(field.section)

      private

      def contribute
        found = [Contribution.new(self, effects, test(condition))]
        if condition && otherwise.any?
          found << Contribution.new(self, otherwise, test(Conditions::Not.new(condition)), otherwise: true)
        end
        found
      end

      # Condition and window together; a rule decided on opening looks at what was there then.
      def test(node)
        node = Conditions::AtOpening.new(node) if node && on_opening?
        return node if window.nil?

        within = Conditions::WithinWindow.new(window)
        node ? Conditions::All.new([within, node]) : within
      end
    end
  end
end
