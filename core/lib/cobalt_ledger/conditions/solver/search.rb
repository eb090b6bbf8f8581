# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Chooses values one by one until every condition holds. What is not chosen yet is unknown, and the ordinary
      # evaluation of a condition tells whether it holds, fails or hangs on what is unknown: so a branch ends as soon
      # as one condition can't hold any more, and an example holds nothing that makes no difference.
      class Search
        # Choices made at most.
        BUDGET = 20_000

        attr_reader :steps

        def initialize(ground, budget: BUDGET)
          @ground = ground
          @budget = budget
          @trial = Trial.new(ground)
          @tests = ground.conditions.map(&:compile)
          @reads = ground.conditions.map { |condition| ground.needed(condition) }
          @steps = 0
        end

        # Yields every example that makes all conditions hold: Hash of key to value. Ends when the block returns true.
        # Returns :found, :none, or :gave_up when the budget ended first.
        def each_example(&block)
          catch(:gave_up) { return descend(block) ? :found : :none }
          :gave_up
        end

        private

        def descend(block)
          open = nil
          @tests.each_with_index do |test, index|
            outcome = test.call(@trial)
            return false if outcome == false
            next if outcome

            left = @reads[index].reject { |key| @trial.chosen.key?(key) }
            return false if left.empty?

            open = left if open.nil? || left.size < open.size
          end
          return block.call(@trial.chosen.dup) if open.nil?

          choose(open.min_by { |key| @ground.values(key).size }, block)
        end

        def choose(key, block)
          @ground.values(key).each do |value|
            throw :gave_up if (@steps += 1) > @budget

            @trial.choose(key, value)
            found = descend(block)
            @trial.take_back(key)
            return true if found
          end
          false
        end
      end
    end
  end
end
