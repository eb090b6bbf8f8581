# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # When a search begins anew: after so many conflicts as the sequence of Luby, Sinclair and Zuckerman (1993) says.
      module Restarts
        module_function

        # A member of the sequence 1, 1, 2, 1, 1, 2, 4, ... number: Integer from 0.
        def luby(number)
          size = 1
          sequence = 0
          while size < number + 1
            sequence += 1
            size = (size * 2) + 1
          end
          while size - 1 != number
            size = (size - 1) / 2
            sequence -= 1
            number %= size
          end
          2**sequence
        end
      end
    end
  end
end
