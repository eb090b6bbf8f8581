# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Shows the value as it is.
      class Show < Effect
        known_as "show", order: 1
        also "visible", "see", "read", "display", "view"
        gives :visibility, Access::Facets::SHOWN

        def words(_directory = nil) = "shown"
      end
    end
  end
end
