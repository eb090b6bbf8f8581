# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Raised for what the solver has no way of looking into: the answer is then undecided, never no.
      class Unknown < StandardError; end
    end
  end
end
