# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # The field is blank for as long as the rule applies, whatever was typed.
      class Clear < Effect
        known_as "clear", order: 12
        also "blank", "empty", "delete the value", "reset"

        def self.claim = :value
        def words(_directory = nil) = "cleared"
      end
    end
  end
end
