# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What Search asks of a theory, for one that has nothing to say to some of it. See Search for what each means.
      module Theory
        def assign(_literal) = nil
        def undo(_count) = nil
        def check = nil
        def preferred(_literal) = nil
        def crowded(_values) = nil
      end
    end
  end
end
