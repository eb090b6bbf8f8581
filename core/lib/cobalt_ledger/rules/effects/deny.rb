# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Keeps an action from being done.
      class Deny < Effect
        known_as "deny", order: 21
        also "forbid", "prevent", "block", "prohibit"
        gives :permission, Access::Facets::DENIED

        def self.suits = :actions
        def words(_directory = nil) = "denied"
      end
    end
  end
end
