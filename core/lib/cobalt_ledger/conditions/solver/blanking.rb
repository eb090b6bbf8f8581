# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Terms that are blank where something holds.
      module Blanking
        module_function

        # The same term, blank where a formula holds.
        def hidden_where(world, term, formula)
          case term
          when Terms::Quantity then term.blank_when(Formula.any(formula, term.blank))
          when Terms::Wording then Terms::Wording.new(term.texts, term.place, Formula.any(formula, term.blank))
          else
            Formula.demand(world.search, Formula.any(Formula.negate(formula), term.blank))
            term
          end
        end
      end
    end
  end
end
