# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # One way of comparing. One subclass a file in comparisons/.
    class ComparisonMethod
      extend Registry

      class << self
        def registry_namespace = CobaltLedger::Conditions::Comparisons

        # Field kind families it suits.
        def families = %i[text number date time flag choice choices reference person]

        # What stands on the right: :one operand, :many literals, a :pair of literals, :members of the directory,
        # a number of :days, or :none.
        def takes = :one

        # True when a blank on the left can make it hold.
        def judges_blanks? = false

        # True when it compares the value on the screen with the one stored.
        def needs_stored? = false

        # Does it hold? left: typed value, never nil unless judges_blanks?; right: typed value, Array, or nil.
        def holds?(_left, _right) = raise(NotImplementedError)

        # The same where the answer depends on the facts around: true, false, or nil when it can't be told.
        def holds_in?(left, right, _facts) = holds?(left, right)

        # The words between the two sides, for a field kind family.
        def words(_family) = raise(NotImplementedError)

        def suits?(family) = families.include?(family)
      end
    end
  end
end
