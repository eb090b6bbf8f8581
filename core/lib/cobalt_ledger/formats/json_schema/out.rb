# frozen_string_literal: true

module CobaltLedger
  module Formats
    module JsonSchema
      # A part of a schema that can't become what it would have to: pointer: JSON Pointer to it; message: why not.
      class Out < StandardError
        attr_reader :pointer

        def initialize(pointer, message)
          super(message)
          @pointer = pointer
        end
      end
    end
  end
end
