# frozen_string_literal: true

module CobaltLedger
  module Formats
    # What it takes to read the JSON Schemas of other programs (drafts 4 to 2020-12).
    module JsonSchema
      # pointer, names of members -> JSON Pointer (RFC 6901).
      def self.pointer(pointer, *names)
        [pointer, *names.map { |name| name.to_s.gsub("~", "~0").gsub("/", "~1") }].join("/")
      end
    end
  end
end
