# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # A user of the directory, kept by identifier.
      class Person < Kind
        known_as "person", order: 11
        titled "person"
        also "user", "people", "employee", "colleague"

        def self.example = "a user"

        def self.input = "person"
        def self.family = :person

        def self.parse(raw, _field)
          value = text(raw)
          unsuitable("must be a user's identifier") if value && value.size > 200
          value
        end
      end
    end
  end
end
