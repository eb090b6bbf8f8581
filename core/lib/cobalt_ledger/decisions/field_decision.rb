# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What was decided for one field. Nothing of it changes.
    class FieldDecision
      attr_reader :field, :state, :level, :contested

      # result: Access::Result.
      def initialize(field, result)
        @field = field
        @state = result.final
        @level = @state.level
        @contested = result.contested
        @record_locked = !result.shut_by(:entry).nil?
      end

      # The state, facet by facet.
      def hidden? = state.visibility == Access::Facets::HIDDEN
      def masked? = state.visibility == Access::Facets::MASKED
      def open? = state.entry == Access::Facets::OPEN
      def required? = state.presence == Access::Facets::REQUIRED

      # Is it shut only because the record is locked as a whole?
      def record_locked? = @record_locked

      # Of an action: may it be done?
      def allowed? = state.permission == Access::Facets::ALLOWED

      # Do rules that apply give different values?
      def contested? = contested.any?

      # What may leave the server of a typed value: [JSON value] when shown, [masked text] when masked, [] when hidden.
      def disclose(value)
        return [] if hidden? || value.is_a?(Conditions::Unreadable)

        [masked? ? state.mask.apply(value, field) : field.dump(value)]
      end
    end
  end
end
