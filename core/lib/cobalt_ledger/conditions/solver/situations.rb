# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # All that several conditions can result in together: for each combination of outcomes that can happen, a record
      # that shows it.
      class Situations
        # Combinations found at most.
        LIMIT = 5_000

        # found: Hash of Array of outcomes (true, false, or nil where it can't be decided) to example (Hash of key to
        # typed value); complete: is there none beside these?
        Found = Struct.new(:found, :complete)

        # record_type, mode, base, free: as for Satisfy; writing: Writing, what rules do to values, or nil.
        def initialize(record_type, mode, base, free: [], writing: nil, budget: Satisfy::BUDGET)
          @record_type = record_type
          @mode = mode
          @base = base
          @free = free
          @writing = writing
          @budget = budget
        end

        # conditions: Array of Node. Returns a Found.
        def of(conditions)
          found = @writing ? {} : Guesses.new(@record_type, @mode, @base).of(conditions)
          if found.size == 2**conditions.size && found.keys.none? { |vector| vector.include?(nil) }
            return Found.new(found, true)
          end

          world = world(conditions)
          outcomes = outcomes(world, conditions)
          found.each_key { |vector| leave_out(world, outcomes, vector) }
          loop do
            return Found.new(found, false) if found.size >= LIMIT

            told = world.search.solve([])
            return Found.new(found, told == false) unless told == true

            vector = vector(world, outcomes)
            example = Model.new(world, @mode, wanted(conditions, vector), @writing).example or
              return Found.new(found, false)
            found[vector] = example
            leave_out(world, outcomes, vector)
          end
        rescue Unknown
          Found.new(found || {}, false)
        end

        private

        def world(conditions)
          all = conditions + (@writing&.conditions || [])
          comparisons = all.flat_map { |condition| Translation.comparisons(condition) } + (@writing&.comparisons || [])
          World.new(
            @record_type, @mode, @base, comparisons, free: @free, budget: Budget.new(@budget), writing: @writing
          )
        end

        # Has the search look for other combinations.
        def leave_out(world, outcomes, vector)
          world.search.add(outcomes.zip(vector).map { |literals, outcome| literals.fetch(outcome) ^ 1 })
        end

        # For each condition, literals for its result: Hash of outcome to literal.
        def outcomes(world, conditions)
          translation = world.translation
          told = conditions.map { |condition| [true, false].map { |wanted| translation.truth(condition, wanted) } }
          world.agree_on_records
          told.map do |holds, fails|
            formulas = { true => holds, false => fails }
            neither = Formula.all(Formula.negate(holds), Formula.negate(fails))
            formulas[nil] = neither unless fails == Formula.negate(holds)
            literals = formulas.transform_values { |formula| Formula.named(world.search, formula) }
            world.search.add(literals.values)
            literals
          end
        end

        def vector(world, outcomes)
          outcomes.map { |literals| literals.find { |_, literal| world.search.values[literal] }[0] }
        end

        # Conditions that hold where the given ones come to the given outcomes.
        def wanted(conditions, vector)
          conditions.zip(vector).map do |condition, outcome|
            case outcome
            when true then condition
            when false then Not.new(condition)
            else Untold.new(condition)
            end
          end
        end
      end
    end
  end
end
