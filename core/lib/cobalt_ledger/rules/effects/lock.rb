# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Keeps the value from being changed.
      class Lock < Effect
        known_as "lock", order: 4
        also "read-only", "read only", "readonly", "disable", "disabled", "grey out",
             "gray out", "not editable", "view only", "protect"
        gives :entry, Access::Facets::LOCKED

        def words(_directory = nil) = "locked"
      end
    end
  end
end
