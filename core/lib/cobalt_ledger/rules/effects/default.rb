# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # The value a new record begins with, until someone types another. Only on create.
      class Default < ValueEffect
        known_as "default", order: 10
        also "default", "default value", "initial value", "prefill", "pre-fill"

        def words(directory = nil) = "#{source.words(directory)} as the starting value"
      end
    end
  end
end
