# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # Another record, kept by its number.
      class RecordReference < Kind
        known_as "record_reference", order: 12
        titled "record"
        also "reference", "lookup", "look-up", "link", "relation"

        def self.takes = %w[refers_to inherits]
        def self.family = :reference
        def self.input = "reference"

        def self.parse(raw, _field)
          value = text(raw)
          unsuitable("must be a record's number") if value && value.size > 200
          value
        end

        def self.sample(_field) = "another record"
      end
    end
  end
end
