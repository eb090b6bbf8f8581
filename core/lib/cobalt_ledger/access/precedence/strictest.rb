# frozen_string_literal: true

module CobaltLedger
  module Access
    module Precedence
      # Strictest wins (XACML: deny-overrides). One rule shows, another hides: hidden.
      class Strictest < PrecedenceMethod
        known_as "strictest", order: 1
        titled "strictest wins", "deny-overrides"

        def self.combine(facet, contributions, _closeness) = strictest(facet, contributions)
        def self.monotone? = true
      end
    end
  end
end
