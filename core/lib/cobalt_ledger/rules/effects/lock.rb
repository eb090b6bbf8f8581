# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Keeps the value from being changed.
      class Lock < Effect
        known_as "lock", order: 4
        gives :entry, Access::Facets::LOCKED

        def words(_directory = nil) = "locked"
      end
    end
  end
end
