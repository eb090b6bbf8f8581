# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Lets an action be done.
      class Allow < Effect
        known_as "allow", order: 20
        also "permit", "grant", "enable"
        gives :permission, Access::Facets::ALLOWED

        def self.suits = :actions
        def words(_directory = nil) = "allowed"
      end
    end
  end
end
