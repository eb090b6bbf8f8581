# frozen_string_literal: true

module CobaltLedger
  module Masks
    module Formats
      # Shows the same words whatever the value: "on file".
      class FixedText < Mask
        known_as "fixed_text", order: 8
        titled "show fixed words"
        takes "text",
              { "type" => "string", "minLength" => 1, "maxLength" => 200 },
              title: "Words shown",
              start: "on file"

        attr_reader :text

        # text: String shown in place of the value.
        def initialize(text:)
          super()
          @text = text
          freeze
        end

        def disclosure = 0
        def words = "“#{text}” shown instead"

        private

        def cover(_value, _field) = text
      end
    end
  end
end
