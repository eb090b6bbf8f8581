# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # One way of comparing. One subclass a file in comparisons/.
    class ComparisonMethod
      extend Registry

      class << self
        # Module whose folder holds the methods.
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

        # The same where the answer depends on the facts around: true, false, or nil when it can't be decided.
        def holds_in?(left, right, _facts) = holds?(left, right)

        # When it holds, for the solver: a Formula, or [when it holds, when it does not] where some values are neither.
        # left: Solver::Terms::Term; right: the same, an Array of them, a number of days or members; for was changed,
        # what is stored. One that does not say makes the answer undecided.
        def enter(left, _right, _world) = raise(Solver::Unknown, "“#{words(left.family)}”")

        # The words between the two sides, for a field kind family.
        def words(_family) = raise(NotImplementedError)

        # The same in a sentence, where what follows tells how many there are: "Stage is Signed or Out".
        def said(family) = words(family)

        # The words for its opposite between two values that are there. Without words of its own: "isn't …",
        # "doesn't …".
        def opposite(family)
          said(family).sub(/\A(is|was)\b/, "\\1n't").sub(/\A(?!is|was)(\w+)s\b/, "doesn't \\1")
        end

        # family: of a field kind. True where such values can be compared so.
        def suits?(family) = families.include?(family)
      end
    end
  end
end
