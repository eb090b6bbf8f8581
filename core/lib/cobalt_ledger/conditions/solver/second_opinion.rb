# frozen_string_literal: true

require "open3"

module CobaltLedger
  module Conditions
    module Solver
      # Puts a problem to z3, where it is installed and asked for: a solver by others, as one process a question. Its no
      # is passed on as its own; its example is evaluated anew like any other.
      class SecondOpinion
        # What is asked where nothing is said: SecondOpinion, or nil for no one.
        class << self
          attr_accessor :asked

          # Has the program at a path asked from now on; nil or "" for no one.
          def ask_at(path) = self.asked = path.to_s.empty? ? nil : new(path)
        end

        # path: of the program; milliseconds: that it may take.
        def initialize(path, milliseconds: 5_000)
          @path = path
          @milliseconds = milliseconds
        end

        def name = "z3"

        # problem: Problem; indices: of the conditions that are to hold. :yes (the problem's world then stands as z3
        # says), :no, or nil where it can't decide or can't be asked.
        def ask(problem, indices)
          script = Script.new(problem.world, problem.literals(indices))
          return nil unless script.whole?

          out, =
            Open3.capture2e(
              @path, "-in", "-smt2", "-t:#{@milliseconds}", "-T:#{(@milliseconds / 1000) + 2}",
              stdin_data: script.text
            )
          case out[/\A\s*(sat|unsat)\b/, 1]
          when "unsat" then :no
          when "sat" then script.stand(out) ? :yes : nil
          end
        rescue SystemCallError
          nil
        end
      end
    end
  end
end
