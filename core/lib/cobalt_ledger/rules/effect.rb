# frozen_string_literal: true

module CobaltLedger
  module Rules
    # What a rule does to a field. Either it gives one facet one value, or it does something about the field's value
    # (a value effect). One subclass a file in effects/.
    class Effect
      extend Registry

      class << self
        # Module whose folder holds the effects.
        def registry_namespace = CobaltLedger::Rules::Effects

        # Declares which facet gets which value.
        def gives(facet, value)
          @facet = facet
          @value = value
        end

        attr_reader :facet, :value

        # What may stand only once in a rule: the facet, or for value effects :value, :offer or :refusal.
        def claim = facet

        # What it can be given to: :fields, or :actions.
        def suits = :fields

        # Can it be given to the record as a whole? Only what opens or locks can.
        def suits_whole? = facet == :entry

        # Members of the document form beside "effect": Hash of name to JSON Schema.
        def parameters = {}

        # Those that may be left out.
        def optional = []

        # JSON Schema of the document form.
        def schema
          ObjectSchema.of(
            { "effect" => { "const" => registered_name } }.merge(parameters),
            ["effect", *(parameters.keys - optional)]
          )
        end

        # From the document form, e.g. {"effect" => "mask", "mask" => {...}, "replace" => true}.
        # operand: Conditions::Operand read from "to", for effects that take a value.
        def from(hash, operand = nil)
          type = self[hash["effect"]] or raise ArgumentError, "unknown effect #{hash['effect']}"
          type.build(hash, operand)
        end

        def build(_hash, _operand) = new
      end

      # As of its class.
      def facet = self.class.facet
      def value = self.class.value
      def claim = self.class.claim

      # Masks::Mask, only for the mask effect.
      def mask = nil

      # True where a masked value may be replaced unseen; only for the mask effect.
      def replace = false

      # True when it makes the field's value blank while the field is hidden.
      def clears? = false

      # What becomes of the targets: "hidden", "masked (only initials kept)".
      def words(_directory = nil) = raise(NotImplementedError)

      def to_h = { "effect" => self.class.registered_name }
    end
  end
end
