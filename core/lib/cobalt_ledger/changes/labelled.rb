# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Which labels it is about that two policies differ in something: those of the field, of what comes out in it, and
    # of all fields of a record where it opens the whole of it.
    class Labelled
      # What lets someone meet more of a field.
      OPENING = ["sees more", "may change more", "may do more"].freeze

      # Actions that let someone meet fields of a record, whatever these are labelled.
      OPENED_BY = %w[action/open action/reveal record/whole].freeze

      # policies: the Rules::Policy before and the one after; knowing: Knowing of both.
      def initialize(policies, knowing)
        @policies = policies
        @knowing = knowing
      end

      # each: Line or Undecided. Returns an Array of identifiers.
      def labels(each) = opens_all?(each) ? of_type(each.record_type) : of_field(each)

      # Does a Line let someone meet more?
      def opens?(line) = line.direction.intersect?(OPENING)

      private

      # Does it say of a whole record what its fields are open to? Of a new record type each field says so itself.
      def opens_all?(each)
        return false unless OPENED_BY.include?(each.field)

        each.field == "action/reveal" || each.is_a?(Undecided) || !each.before.nil?
      end

      # Labels of all fields of a record type.
      def of_type(id)
        (@of_type ||= {})[id] ||=
          @policies.flat_map { |policy| policy.record_type(id)&.fields.to_a.map(&:label) }.compact.uniq
      end

      # Labels of a field, and of what comes out in it.
      def of_field(each)
        own = @policies.filter_map { |policy| policy.record_type(each.record_type)&.field(each.field)&.label }
        own | @knowing.labels_into(each.record_type, each.field)
      end
    end
  end
end
