# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Takes the field off the form. The value is kept, unless it is to be cleared: what was cleared on an open form is
      # back when the hiding ends before the save, unless it is cleared at once, so that what was typed is gone.
      class Hide < Effect
        known_as "hide", order: 2
        also "invisible", "not visible", "remove", "no access"
        gives :visibility, Access::Facets::HIDDEN

        AT_ONCE = "at_once"

        def self.parameters = { "clear" => { "enum" => [true, false, AT_ONCE] } }
        def self.optional = %w[clear]
        def self.build(hash, _operand) = new(clear: hash["clear"] || false)

        # clear: true when the value goes with the field, AT_ONCE when what was typed does not come back.
        def initialize(clear:)
          super()
          @clear = clear
          freeze
        end

        def clears? = @clear != false
        def at_once? = @clear == AT_ONCE
        def words(_directory = nil) = "hidden#{" (and cleared#{' at once' if at_once?})" if clears?}"
        def to_h = super.merge(clears? ? { "clear" => @clear } : {})
      end
    end
  end
end
