# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Covers everything: "Ilse Marrow" -> "••••••".
      class All < Mask
        known_as "all", order: 1
        titled "cover all of it"

        def disclosure = 0
        def words = "all of it covered"
      end
    end
  end
end
