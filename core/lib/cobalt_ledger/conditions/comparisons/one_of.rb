# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: stage is one of Signed and Out, on a signed loan. Does not hold: on a blank stage.
      class OneOf < ComparisonMethod
        known_as "one_of", order: 8

        def self.families = %i[text number date choice reference person]
        def self.takes = :many
        def self.holds?(left, right) = right.include?(left)
        def self.enter(left, right, _world) = Solver::Formula.any(*right.map { |each| left.equals(each) })
        def self.words(_family) = "is one of"
        def self.said(_family) = "is"
      end
    end
  end
end
