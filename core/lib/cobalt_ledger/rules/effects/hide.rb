# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Takes the field off the form. The value is kept.
      class Hide < Effect
        known_as "hide", order: 2
        gives :visibility, Decisions::Facets::HIDDEN

        def words = "hidden"
      end
    end
  end
end
