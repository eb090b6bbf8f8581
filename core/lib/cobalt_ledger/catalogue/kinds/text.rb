# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # One line of text.
      class Text < Kind
        known_as "text", order: 1
        titled "text"
        also "string", "short text", "single line", "line of text", "varchar"

        def self.takes = %w[max_length]

        def self.parse(raw, field)
          value = text(raw, field.max_length)
          unsuitable("must be one line") if value&.match?(/[\r\n]/)
          value
        end

        def self.stand_in(field) = "made up"[0, field.max_length]
        def self.sample(field) = "some #{field.name.downcase}"
        def self.example = "a line of text"
      end
    end
  end
end
