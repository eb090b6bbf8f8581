# frozen_string_literal: true

module CobaltLedger
  module Rules
    # What a rule does to a field: gives one facet one value. One subclass a file in effects/.
    class Effect
      extend Registry

      class << self
        def registry_namespace = CobaltLedger::Rules::Effects

        # Declares which facet gets which value.
        def gives(facet, value)
          @facet = facet
          @value = value
        end

        attr_reader :facet, :value

        # Members of the document form beside "effect".
        def parameters = []

        # From the document form, e.g. {"effect" => "mask", "mask" => {...}, "replace" => true}.
        def from(hash)
          type = self[hash["effect"]] or raise ArgumentError, "unknown effect #{hash['effect']}"
          type.build(hash)
        end

        def build(_hash) = new
      end

      def facet = self.class.facet
      def value = self.class.value

      # Masks::Mask, only for the mask effect.
      def mask = nil
      def replace = false

      # What becomes of the targets: "hidden", "masked (only initials kept)".
      def words = raise(NotImplementedError)

      def to_h = { "effect" => self.class.registered_name }
    end
  end
end
