# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # A number calculated from other fields by the field's formula. No one types it.
      class Computed < Money
        known_as "computed", order: 13
        titled "computed"
        also "formula", "calculated", "calculation"

        # A field is written with more where its formula takes money: see RecordType.
        def self.least_places = 0
        def self.takes = %w[formula typed_when_incomplete]
        def self.computed? = true

        def self.sample(field) = field.formula.to_s
        def self.example = "item_count * unit_value"
      end
    end
  end
end
