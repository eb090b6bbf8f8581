# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What the solver found. kind: "yes", "no" or "undecided"; example: Hash of keys of Operand#reads to typed values,
      # for a yes, with everything left out that could be anything; clash: Array of indices of the conditions that
      # can't hold together, of which none can be left out, for a no (all of them where another solver said no); reason:
      # why it is not decided; by: the name of another solver that answered, or nil.
      Answer = Struct.new(:kind, :example, :clash, :reason, :by, keyword_init: true) do
        # Can they hold together?
        def yes? = kind == "yes"

        # Is it proved that they can't?
        def no? = kind == "no"
      end
    end
  end
end
