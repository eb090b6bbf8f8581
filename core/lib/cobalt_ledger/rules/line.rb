# frozen_string_literal: true

module CobaltLedger
  module Rules
    # One line of a rule: some fields or sections, or some actions on the record, or the record as a whole; and what
    # they become. Immutable.
    class Line
      attr_reader :field_ids, :section_ids, :action_ids, :effects, :otherwise

      # field_ids, section_ids: Arrays of identifiers; action_ids: keys of Catalogue::Action; whole: true where it
      # speaks of the record as a whole; effects: Array of Effect, at most one a claim; otherwise: the
      # same for when the rule's condition does not hold.
      def initialize(effects:, field_ids: [], section_ids: [], action_ids: [], whole: false, otherwise: [])
        @field_ids = field_ids.freeze
        @section_ids = section_ids.freeze
        @action_ids = action_ids.freeze
        @whole = whole
        @effects = effects.freeze
        @otherwise = otherwise.freeze
        freeze
      end

      # Does it speak of a field, an action or the whole record? Nothing speaks of a field that is retired.
      def targets?(subject) = subject.targeted_by?(self)

      # Is a field among those it names, by itself or by its section? field: Catalogue::Field.
      def names_field?(field)
        !field.retired? && (field_ids.include?(field.id) || section_ids.include?(field.section))
      end

      # Does it speak of the record as a whole?
      def whole? = @whole

      # Document form.
      def to_h
        { "fields" => field_ids, "sections" => section_ids, "actions" => action_ids, "record" => whole? || nil,
          "effects" => effects.map(&:to_h), "otherwise" => otherwise.map(&:to_h) }
          .reject { |_, told| told.nil? || told == [] }
      end
    end
  end
end
