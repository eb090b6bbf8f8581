# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: stage is none of Signed and Out, on an enquiry. Does not hold: on a blank stage.
      class NoneOf < ComparisonMethod
        known_as "none_of", order: 9

        def self.families = %i[text number date choice reference person]
        def self.takes = :many
        def self.holds?(left, right) = !right.include?(left)
        def self.enter(left, right, _world) = Solver::Formula.all(*right.map { |each| left.differs(each) })
        def self.words(_family) = "is none of"
        def self.said(_family) = "isn't"
        def self.opposite(_family) = "is"
      end
    end
  end
end
