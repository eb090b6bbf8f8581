# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # A value offered beside the field; it counts only when the person takes it.
      class Suggest < ValueEffect
        known_as "suggest", order: 13
        also "recommend", "propose", "hint"

        def self.claim = :offer
        def words(directory = nil) = "suggested to be #{source.words(directory)}"
      end
    end
  end
end
