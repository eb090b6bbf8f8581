# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What Search asks of a theory, for one that has nothing to say to some of it. See Search for what each means.
      module Theory
        # Takes a literal as true. Returns nil, or a clause that forbids what was assigned so far.
        def assign(_literal) = nil

        # Forgets the last literals. count: Integer.
        def undo(_count) = nil
        def check = nil

        # How to try a literal of it first: true, false, or nil for either.
        def preferred(_literal) = nil
        def crowded(_values) = nil
      end
    end
  end
end
