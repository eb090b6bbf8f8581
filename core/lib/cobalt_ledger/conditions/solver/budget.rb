# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Steps that may be taken: counted, not timed, so that the same question always gets the same answer. A step is
      # about the work of one decision.
      class Budget
        attr_reader :limit, :spent

        def initialize(limit)
          @limit = limit
          @spent = 0
        end

        # As many steps again.
        def renew = @spent = 0

        # Takes steps. False once there are none left.
        def spend(steps) = (@spent += steps) <= limit
      end
    end
  end
end
