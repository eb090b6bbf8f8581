# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Literals of which one at least holds; the first two are watched. literals: Array of Integer.
      Clause = Struct.new(:literals)
    end
  end
end
