# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # Yes or no; blank while no one has answered.
      class YesNo < Kind
        known_as "yes_no", order: 8
        titled "yes or no"
        also "yes/no", "boolean", "bool", "checkbox", "tick box", "flag", "true or false", "true/false"

        def self.input = "yes_no"
        def self.family = :flag

        def self.parse(raw, _field)
          return nil if raw.nil? || raw == ""
          return raw if [true, false].include?(raw)

          unsuitable("must be true or false")
        end

        def self.display(value, _field) = value ? "yes" : "no"
        def self.stand_in(_field) = true
        def self.sample(_field) = "yes"
      end
    end
  end
end
