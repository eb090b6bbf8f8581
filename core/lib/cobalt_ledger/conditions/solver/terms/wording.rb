# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      module Terms
        # A text.
        class Wording < Term
          attr_reader :texts, :place

          # texts: Texts; place: of the text there; blank: Formula.
          def initialize(texts, place, blank)
            super(blank)
            @texts = texts
            @place = place
          end

          def same(other) = @texts.equal(place, other.place)
          def begins(other) = @texts.begins(place, other.place)
          def includes(other) = @texts.includes(place, other.place)

          # A text that no comparison asks about is any.
          def found(_holds) = @texts.word(place)
        end
      end
    end
  end
end
