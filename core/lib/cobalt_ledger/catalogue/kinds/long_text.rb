# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # Text of several lines.
      class LongText < Kind
        known_as "long_text", order: 2
        titled "long text"
        also "multi-line text", "text area", "textarea", "notes", "memo", "paragraph"

        def self.takes = %w[max_length]
        def self.lines? = true
        def self.input = "lines"

        def self.parse(raw, field) = text(raw, field.max_length)
        def self.stand_in(field) = "made up"[0, field.max_length]
        def self.sample(_field) = "some lines of text"
      end
    end
  end
end
