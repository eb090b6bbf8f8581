# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What was decided for one field. Nothing of it changes.
    class FieldDecision
      attr_reader :field, :state, :level, :contested

      # result: Stages::Result.
      def initialize(field, result)
        @field = field
        @state = result.final
        @level = @state.level
        @contested = result.contested
      end

      def hidden? = state.visibility == Facets::HIDDEN
      def masked? = state.visibility == Facets::MASKED
      def open? = state.entry == Facets::OPEN
      def required? = state.presence == Facets::REQUIRED

      # Do rules that apply give different values?
      def contested? = contested.any?

      # {"level" => "read_only", "visibility" => "shown", "entry" => "locked", "presence" => "optional"}
      def to_h = @to_h ||= { "level" => level }.merge(state.to_h).freeze

      # What may leave the server of a typed value: [JSON value] when shown, [masked text] when masked, [] when hidden.
      def disclose(value)
        return [] if hidden? || value.is_a?(Conditions::Unreadable)

        [masked? ? state.mask.apply(value, field) : field.dump(value)]
      end
    end
  end
end
