# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Decides whether conditions can hold together: yes with an example, no with a part of them that clashes and of
      # which nothing can be left out, or not decided with the reason. Every example has been through the ordinary
      # evaluation.
      class Satisfy
        # Steps of the search at most, and as many again to find the smallest clash: about half a second's work each.
        BUDGET = 30_000

        # record_type: Catalogue::RecordType; mode: String; base: Facts with what is known whatever the record;
        # free: keys to be chosen although base knows them; budget: steps at most; opinion: SecondOpinion that is asked
        # about what stays undecided, or nil.
        def initialize(record_type, mode, base, free: [], budget: BUDGET, opinion: SecondOpinion.asked)
          @opinion = opinion
          @record_type = record_type
          @mode = mode
          @base = base
          @free = free
          @budget = budget
        end

        # conditions: Array of Node. Returns an Answer.
        def answer(conditions)
          problem = problem(conditions)
          found = asked(problem)
          found.no? && found.clash.nil? ? Answer.new(kind: "no", clash: smallest(problem)) : found
        rescue Unknown => e
          undecided(e)
        end

        # The same without the clash.
        def decide(conditions)
          guessed(conditions) || asked(problem(conditions))
        rescue Unknown => e
          undecided(e)
        end

        private

        # A yes that is found at once, or nil.
        def guessed(conditions)
          found = Guesses.new(@record_type, @mode, @base).of(conditions)[conditions.map { true }]
          found &&
            Answer.new(
              kind: "yes",
              example: PartialAssignment.new(@record_type, @base, @mode, found).needed(conditions.map(&:compile))
            )
        end

        # The answer, or that of another where there is none.
        def asked(problem)
          found = problem.solve
          return found unless found.kind == "undecided" && @opinion

          problem.put_to(@opinion) || found
        end

        def problem(conditions) = Problem.new(@record_type, @mode, @base, conditions, free: @free, budget: @budget)

        def undecided(error) = Answer.new(kind: "undecided", reason: "#{error.message} can't be looked into")

        # Leaves out one condition after the other of those the search blames: what can be left out is no part of the
        # clash. What could not be decided in time is kept.
        def smallest(problem)
          blamed = problem.blamed
          problem.renew
          blamed.reverse.reduce(blamed) do |kept, index|
            rest = kept - [index]
            next kept if rest.empty? || !kept.include?(index)

            problem.solve(rest, example: false).no? ? rest & problem.blamed : kept
          end
        end
      end
    end
  end
end
