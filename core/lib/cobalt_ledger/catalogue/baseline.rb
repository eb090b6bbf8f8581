# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # A named set of starting states, assigned to business units or to categories of one record type.
    class Baseline
      attr_reader :id, :name, :record_type, :units, :categories, :states

      # states: Hash of field identifier to Decisions::PartialState.
      def initialize(id:, name:, record_type:, units:, categories:, states:)
        @id = id
        @name = name
        @record_type = record_type
        @units = units.freeze
        @categories = categories.freeze
        @states = states.freeze
        freeze
      end

      # "in Tidewater House", "for Gift and Bequest": where the baseline holds, in words.
      def scope_words(policy, directory)
        field = policy.record_type(record_type)&.then { |type| type.field(type.category_field) }
        parts = []
        parts << "at #{Words.list(units.map { |unit| directory.name_of(:unit, unit) })}" if units.any?
        parts << "for #{Words.list(categories.map { |id| field&.option(id)&.name || id })}" if categories.any?
        parts.join(", and ")
      end
    end
  end
end
