# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      module Terms
        # One side of a comparison as the search sees it: whether it is blank, and how it compares with its like. What a
        # kind of term can't be compared by is Unknown.
        class Term
          # A Formula.
          attr_reader :blank

          def initialize(blank)
            @blank = blank
          end

          # The formula that there is a value.
          def filled = Formula.negate(blank)

          # Formulas; all but identical are about values that are there.
          def same(_other) = raise(Unknown, "equality")
          def at_most(_other) = raise(Unknown, "order")

          # The formulas that a text begins with another, or includes it.
          def begins(_other) = raise(Unknown, "beginnings")
          def includes(_other) = raise(Unknown, "parts")
          def day(_world) = raise(Unknown, "days")

          # Formulas; false where one of the two is blank.
          def equals(other) = Formula.all(filled, other.filled, same(other))

          # Formulas about two that are both filled: another value; at most as large; larger.
          def differs(other) = Formula.all(filled, other.filled, Formula.negate(same(other)))
          def reaches(other) = Formula.all(filled, other.filled, at_most(other))
          def passes(other) = Formula.all(filled, other.filled, Formula.negate(at_most(other)))

          # The same value, or both blank.
          def identical(other)
            Formula.any(Formula.all(blank, other.blank), Formula.all(filled, other.filled, same(other)))
          end

          # Its typed value in the model that was found, nil for blank. holds: lambda from a Formula to true or false.
          def value(holds) = holds.call(blank) ? nil : found(holds)
        end
      end
    end
  end
end
