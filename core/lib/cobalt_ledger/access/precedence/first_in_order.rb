# frozen_string_literal: true

module CobaltLedger
  module Access
    module Precedence
      # First in order wins (XACML: first-applicable). Rule 3 shows, rule 7 hides: shown.
      class FirstInOrder < PrecedenceMethod
        known_as "first_in_order", order: 3
        titled "first in order wins", "first-applicable"

        def self.combine(facet, contributions, _closeness) = contributions.min_by(&:place).gives.facet(facet)
        def self.masking(contributions, _closeness) = [contributions.min_by(&:place)]
      end
    end
  end
end
