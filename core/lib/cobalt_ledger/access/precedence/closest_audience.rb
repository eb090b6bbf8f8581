# frozen_string_literal: true

module CobaltLedger
  module Access
    module Precedence
      # The rule whose audience matches the person most closely wins: the user, then a group, a role, a department
      # (nearest first), a unit (nearest first), everyone. Equals go to the strictest.
      # One rule shows to registrars, another hides from everyone: shown to a registrar.
      class ClosestAudience < PrecedenceMethod
        known_as "closest_audience", order: 4
        titled "closest audience wins"

        def self.combine(facet, contributions, closeness)
          strictest(facet, nearest(contributions, closeness))
        end

        def self.masking(contributions, closeness) = nearest(contributions, closeness)

        def self.nearest(contributions, closeness)
          least = contributions.map { |each| closeness.fetch(each.rule) }.min
          contributions.select { |each| closeness.fetch(each.rule) == least }
        end
        private_class_method :nearest

        def self.by_closeness? = true
      end
    end
  end
end
