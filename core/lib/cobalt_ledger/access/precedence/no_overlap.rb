# frozen_string_literal: true

module CobaltLedger
  module Access
    module Precedence
      # No overlap allowed (XACML: only-one-applicable). Rules that agree stand; where they differ, the strictest
      # counts and the decision is marked contested.
      class NoOverlap < PrecedenceMethod
        known_as "no_overlap", order: 5
        titled "no overlap allowed", "only-one-applicable"

        def self.combine(facet, contributions, _closeness) = strictest(facet, contributions)
        def self.monotone? = true
        def self.contests? = true
      end
    end
  end
end
