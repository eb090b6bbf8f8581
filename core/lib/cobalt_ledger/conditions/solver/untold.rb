# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Holds where a condition can't be decided.
      Untold = Struct.new(:condition) do
        # What decides it: keys of Operand#reads, with those of what computed fields are calculated from.
        def keys(formulas)
          fields = condition.reads.filter_map { |kind, id| id if %i[entered stored opened].include?(kind) }
          inputs = fields.flat_map { |id| formulas.inputs_of(id) }
          condition.reads + (fields + inputs).flat_map { |id| [[:entered, id], [:stored, id]] }
        end

        def compile
          test = condition.compile
          ->(facts) { test.call(facts).nil? }
        end
      end
    end
  end
end
