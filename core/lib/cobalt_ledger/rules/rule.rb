# frozen_string_literal: true

module CobaltLedger
  module Rules
    # One rule of the policy. Immutable.
    class Rule
      attr_reader :id, :title, :reason, :owner, :review_by, :kind, :rank, :record_type, :audience, :reach, :window,
                  :condition, :lines, :timing, :contributions

      # on: true or false; kind: "ordinary" or "guardrail"; rank: Integer, 1 is best; audience: Audience; reach: Reach;
      # window: Window or nil; condition: Conditions::Node or nil; lines: Array of Line, at least one, of which no two
      # decide the same of one field; timing: "live" or "on_opening".
      def initialize(
        id:, title:, kind:, rank:, record_type:, audience:, reach:, lines:, window: nil, condition: nil, timing: "live",
        reason: nil, owner: nil, review_by: nil, on: true
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
        @audience = audience
        @reach = reach
        @window = window
        @condition = condition
        @lines = lines.freeze
        @timing = timing
        @contributions = contribute.freeze
        freeze
      end

      # Is it switched on?
      def on? = @on

      # Can it only tighten?
      def guardrail? = kind == "guardrail"

      # Does it look at what the record held when its form was opened?
      def on_opening? = timing == "on_opening"

      # "12" for an ordinary rule, "G2" for a guardrail: how the rule is called on screen.
      def number = guardrail? ? "G#{rank}" : rank.to_s

      # Does any line speak of a field? field: Catalogue::Field.
      def targets?(field) = lines.any? { |line| line.targets?(field) }

      # Array of Contribution, those of the lines that speak of a field.
      def contributions_on(field) = contributions.select { |each| each.targets?(field) }

      # Those of them that count while the rule's condition holds.
      def holding_on(field) = contributions_on(field).reject(&:otherwise?)

      # All that is looked at for it: its condition, and where the values come from that it gives.
      # Array of Conditions::Node and Conditions::Operand.
      def readers = [condition, *contributions.flat_map(&:values).grep(ValueEffect).map(&:source)].compact

      # All effects of its lines, whatever the field: Array of Effect.
      def effects = lines.flat_map(&:effects)
      def otherwise = lines.flat_map(&:otherwise)

      # Identifiers of the fields and sections that its lines name.
      def field_ids = lines.flat_map(&:field_ids).uniq
      def section_ids = lines.flat_map(&:section_ids).uniq

      # Does any line speak of an action, or of the whole record?
      def beyond_fields? = lines.any? { |line| line.whole? || line.action_ids.any? }

      private

      def contribute
        holds = test(condition)
        fails = condition && test(Conditions::Not.new(condition))
        lines.each_with_index.flat_map do |line, place|
          found = [Contribution.new(self, line, place, line.effects, holds)]
          next found if fails.nil? || line.otherwise.empty?

          found << Contribution.new(self, line, place, line.otherwise, fails, otherwise: true)
        end
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
