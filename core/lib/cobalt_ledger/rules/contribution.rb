# frozen_string_literal: true

module CobaltLedger
  module Rules
    # What a line of a rule gives under one outcome of its condition: its effects when it holds, or those of its
    # otherwise. The decision works with contributions; a line has one, or two when it has an otherwise. Immutable.
    class Contribution
      attr_reader :rule, :line, :effects, :gives, :values, :test

      # place: of the line in its rule; test: Conditions::Node, or nil when it always applies; otherwise: true for the
      # other half of a line.
      def initialize(rule, line, place, effects, test, otherwise: false)
        @rule = rule
        @line = line
        @place = place
        @effects = effects
        @gives = Access::State.new(**facets(effects.select(&:facet)))
        @values = effects.reject(&:facet).freeze
        @test = test
        @otherwise = otherwise
        freeze
      end

      # Is it the otherwise of its rule?
      def otherwise? = @otherwise

      # Does it speak of a field? field: Catalogue::Field.
      def targets?(field) = line.targets?(field)

      # As of its rule.
      def id = rule.id
      def rank = rule.rank
      def title = rule.title
      def number = rule.number
      def guardrail? = rule.guardrail?

      # False where it only does something about values.
      def gives_facet? = effects.any?(&:facet)

      # What the order of contributions depends on.
      def place = [rule.rank, rule.id, @place, @otherwise ? 1 : 0]

      # Does it write a value, and not only offer or refuse? Clearing what it hides counts.
      def writes? = clears? || values.any? { |effect| effect.class.claim == :value }

      # Does hiding by this contribution take the value with it?
      def clears? = effects.any?(&:clears?)

      private

      def facets(given)
        found = given.to_h { |effect| [effect.facet, effect.value] }
        masking = given.find(&:mask)
        masking ? found.merge(mask: masking.mask, replace: masking.replace) : found
      end
    end
  end
end
