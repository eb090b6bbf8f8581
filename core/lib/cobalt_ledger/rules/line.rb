# frozen_string_literal: true

module CobaltLedger
  module Rules
    # One line of a rule: some fields or sections, and what they become. Immutable.
    class Line
      attr_reader :field_ids, :section_ids, :effects, :otherwise

      # field_ids, section_ids: Arrays of identifiers; effects: Array of Effect, at most one a claim; otherwise: the
      # same for when the rule's condition does not hold.
      def initialize(field_ids:, section_ids:, effects:, otherwise: [])
        @field_ids = field_ids.freeze
        @section_ids = section_ids.freeze
        @effects = effects.freeze
        @otherwise = otherwise.freeze
        freeze
      end

      # Does it speak of a field? field: Catalogue::Field. Nothing speaks of one that is retired.
      def targets?(field)
        !field.retired? && (field_ids.include?(field.id) || section_ids.include?(field.section))
      end

      # Document form.
      def to_h
        { "fields" => field_ids, "sections" => section_ids, "effects" => effects.map(&:to_h),
          "otherwise" => otherwise.map(&:to_h) }.reject { |_, list| list.empty? }
      end
    end
  end
end
