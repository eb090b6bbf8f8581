# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Takes the field off the form. The value is kept, unless it is to be cleared; what was cleared on an open form
      # is back when the hiding ends before the save.
      class Hide < Effect
        known_as "hide", order: 2
        also "invisible", "not visible", "remove", "no access"
        gives :visibility, Access::Facets::HIDDEN

        def self.parameters = { "clear" => { "type" => "boolean" } }
        def self.optional = %w[clear]
        def self.build(hash, _operand) = new(clear: hash["clear"] || false)

        # clear: true when the value goes with the field.
        def initialize(clear:)
          super()
          @clear = clear
          freeze
        end

        def clears? = @clear
        def words(_directory = nil) = clears? ? "hidden (and cleared)" : "hidden"
        def to_h = super.merge(clears? ? { "clear" => true } : {})
      end
    end
  end
end
