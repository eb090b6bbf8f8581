# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # The field holds this value for as long as the rule applies, whatever was typed.
      class Set < ValueEffect
        known_as "set", order: 11
        also "assign", "fill in", "calculate", "copy", "value"

        def words(directory = nil) = "set to #{source.words(directory)}"
      end
    end
  end
end
