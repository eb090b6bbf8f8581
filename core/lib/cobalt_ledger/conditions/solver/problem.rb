# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Conditions put to the search, each behind a literal of its own, so that any of them can be asked for together.
      class Problem
        # What is named at most of what is looked up.
        NAMED = 6

        # conditions: Array of Node; the others as for Satisfy.
        def initialize(record_type, mode, base, conditions, free: [], budget: Satisfy::BUDGET)
          @budget = Budget.new(budget)
          @conditions = conditions
          comparisons = conditions.flat_map { |condition| Translation.comparisons(condition) }
          @world = World.new(record_type, mode, base, comparisons, free: free, budget: @budget)
          @translation = @world.translation
          @formulas = conditions.map { |condition| @translation.truth(condition, true) }
          @world.agree_on_records
          @wanted = @formulas.map { |formula| Formula.named(@world.search, formula) }
          @mode = mode
        end

        attr_reader :world

        # The indices of conditions that clash, after a no.
        attr_reader :blamed

        # Gives the search as many steps again.
        def renew = @budget.renew

        # Literals by which some conditions are asked for.
        def literals(indices)
          @wanted.each_with_index.map { |literal, index| indices.include?(index) ? literal : literal ^ 1 }
        end

        # Asks another about all conditions. opinion: SecondOpinion. Returns an Answer, or nil.
        def put_to(opinion)
          indices = @conditions.each_index.to_a
          case opinion.ask(self, indices)
          when :no then Answer.new(kind: "no", clash: indices, by: opinion.name)
          when :yes
            found = Model.new(@world, @mode, @conditions).example
            found && Answer.new(kind: "yes", example: found, by: opinion.name)
          end
        end

        # indices: of the conditions that are to hold; example: false where none is needed. Returns an Answer.
        def solve(indices = @conditions.each_index.to_a, example: true)
          # What is not asked for is put out of the way.
          found = @world.search.solve(literals(indices))
          case found
          when true then example ? yes(indices) : Answer.new(kind: "yes")
          when false
            core = @world.search.core
            @blamed = indices.select { |index| core.include?(@wanted[index]) }
            @blamed = indices.first(1) if @blamed.empty?
            Answer.new(kind: "no")
          else undecided(found)
          end
        end

        private

        def yes(indices)
          found = Model.new(@world, @mode, @conditions.values_at(*indices)).example
          found ? Answer.new(kind: "yes", example: found) : undecided(:differs)
        end

        def undecided(why)
          reason = case why
                   when :spent then "the combinations of #{names(looked_at)} take more than #{@budget.limit} steps"
                   when :differs then "the example found for #{names(looked_at)} does not hold when it is evaluated"
                   else "#{names(open_ends)} can't be solved for"
                   end
          Answer.new(kind: "undecided", reason: reason)
        end

        def looked_at = @world.terms.keys.map { |key| name_of(key) }.uniq

        # What a theory gave up on.
        def open_ends = @world.computed_names.then { |computed| computed.any? ? computed : looked_at }

        def names(list) = Words.some(list.first(NAMED), list.size, "more")

        def name_of(key) = @world.name_of(key)
      end
    end
  end
end
