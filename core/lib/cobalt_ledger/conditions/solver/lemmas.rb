# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # For a theory that adds clauses, to the search at once or to what it answers at the end. Expects @search, and
      # @lemmas that is nil to begin with.
      module Lemmas
        # For theories that find out more at the end: formulas made in the block may come with clauses, which are added
        # to those it returns.
        def collecting
          @lemmas = []
          found = yield
          found.is_a?(Array) ? found + @lemmas : found
        ensure
          @lemmas = nil
        end

        # A clause that holds in any case, now or with the lemmas that are collected.
        def add(literals) = @lemmas ? @lemmas << literals : @search.add(literals)

        # Makes a formula hold in any case.
        def demand(formula, given = [])
          return Formula.demand(@search, formula, given) unless @lemmas

          case formula
          when true then nil
          when Array
            raise ArgumentError, "a lemma of one clause" if formula[0] == :any && formula.drop(1).any?(Array)

            if formula[0] == :all
              formula.drop(1).each { |part| demand(part, given) }
            else
              @lemmas << (given + formula.drop(1))
            end
          else
            @lemmas << (formula ? given + [formula] : given)
          end
        end
      end
    end
  end
end
