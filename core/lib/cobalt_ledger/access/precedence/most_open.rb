# frozen_string_literal: true

module CobaltLedger
  module Access
    module Precedence
      # Most open wins (XACML: permit-overrides). One rule shows, another hides: shown.
      class MostOpen < PrecedenceMethod
        known_as "most_open", order: 2
        titled "most open wins", "permit-overrides"

        def self.combine(facet, contributions, _closeness) = contributions.map { |each| each.gives.facet(facet) }.min
      end
    end
  end
end
