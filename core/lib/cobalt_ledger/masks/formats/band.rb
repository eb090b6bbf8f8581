# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Gives the band in which a number lies: 50,000 with width 20,000 -> "40,000 to 60,000".
      class Band < Mask
        known_as "band", order: 7
        titled "show a band"
        takes "width",
              { "type" => "integer", "minimum" => 1, "maximum" => 1_000_000_000_000 },
              title: "Width of the band",
              start: 10_000

        # Nominal spread of a figure, against which a band's narrowness is measured.
        SPREAD = 1_000_000

        attr_reader :width

        def self.families = %i[number]

        # width: Integer above 0, in the unit of the field.
        def initialize(width:)
          super()
          @width = width
          freeze
        end

        def disclosure = width >= SPREAD ? 0 : Math.log2(SPREAD / width.to_f).ceil
        def words = "only a band of #{Catalogue::Kinds::Integer.display(width, nil)} shown"

        private

        def cover(value, _field)
          return nil unless value.is_a?(Numeric)

          low = (value / width).floor * width
          [low, low + width].map { |edge| Catalogue::Kinds::Integer.display(edge.to_i, nil) }.join(" to ")
        end
      end
    end
  end
end
