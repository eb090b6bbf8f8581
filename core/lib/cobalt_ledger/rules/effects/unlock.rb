# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Lets the value be changed.
      class Unlock < Effect
        known_as "unlock", order: 5
        also "edit", "editable", "enable", "enabled", "write", "writable", "read-write", "update", "can be changed"
        gives :entry, Access::Facets::OPEN

        def words(_directory = nil) = "open"
      end
    end
  end
end
