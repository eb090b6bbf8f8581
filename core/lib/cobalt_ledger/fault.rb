# frozen_string_literal: true

module CobaltLedger
  # One thing wrong with an input, and where.
  # pointer: JSON Pointer (RFC 6901) for JSON, "line 12" for text formats.
  Fault = Struct.new(:pointer, :message, keyword_init: true) do
    def to_s
      pointer.to_s.empty? ? message : "#{pointer}: #{message}"
    end
  end
end
