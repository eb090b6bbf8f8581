# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # One of the field's options, kept by the option's identifier.
      class Choice < Kind
        known_as "choice", order: 9
        titled "choice"
        also "list", "picklist", "pick list", "dropdown", "drop-down", "select", "option", "one of a list", "enum"

        def self.takes = %w[options]
        def self.input = "choice"
        def self.family = :choice

        def self.parse(raw, field)
          value = text(raw) or return nil
          return value if field.option(value)

          unsuitable("is not one of the options: #{field.options.map(&:id).join(', ')}")
        end

        def self.display(value, field) = field.option(value)&.name || value
        def self.picked(value) = [value]
        def self.stand_in(field) = field.options.first&.id
        def self.sample(field) = field.options.first(3).map(&:name).join(", ")
        def self.example = "one of a list"
      end
    end
  end
end
