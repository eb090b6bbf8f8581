# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # A named set of starting states, assigned to business units or to categories of one record type.
    class Baseline
      attr_reader :id, :name, :record_type, :units, :categories, :states

      # states: Hash of field identifier to Decisions::PartialState; both: true where unit and category both have to
      # match, where otherwise one is enough.
      def initialize(id:, name:, record_type:, units:, categories:, states:, both: false)
        @id = id
        @name = name
        @record_type = record_type
        @units = units.freeze
        @categories = categories.freeze
        @states = states.freeze
        @both = both
        freeze
      end

      # Do unit and category both have to match?
      def both? = @both

      # How it begins where a record belongs to some units: :always, :by_category, or nil where it does not.
      # units: Array of identifiers, the unit and all above it.
      def beginning_at(units)
        there = @units.intersect?(units)
        return (there ? :by_category : nil) if both?

        there ? :always : (:by_category if categories.any?)
      end

      # "in Tidewater House", "for Gift and Bequest": where the baseline holds, in words.
      def scope_words(policy, directory)
        field = policy.record_type(record_type)&.then { |type| type.field(type.category_field) }
        parts = []
        parts << "at #{Words.list(units.map { |unit| directory.name_of(:unit, unit) })}" if units.any?
        parts << "for #{Words.list(categories.map { |id| field&.option(id)&.name || id })}" if categories.any?
        parts.join(both? ? ", if also " : ", and ")
      end
    end
  end
end
