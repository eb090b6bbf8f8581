# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads JSON (RFC 8259) without forgiving anything: UTF-8 only, no name twice in one object, no NaN,
    # bounded in size and depth. Numbers with a point become BigDecimal, so that nothing is rounded.
    module StrictJson
      # Largest document accepted, in bytes.
      SIZE_LIMIT = 20 * 1024 * 1024
      DEPTH_LIMIT = 60

      module_function

      # text: String of bytes. Returns plain Hash, Array, String, Integer, BigDecimal, true, false or nil.
      # Raises BadInput.
      def read(text)
        raise BadInput.at("", "is larger than #{SIZE_LIMIT / 1024 / 1024} MiB") if text.bytesize > SIZE_LIMIT

        source = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        raise BadInput.at("", "is not UTF-8 text") unless source.valid_encoding?

        JSON.parse(source, decimal_class: BigDecimal, max_nesting: DEPTH_LIMIT, allow_duplicate_key: false)
      rescue JSON::NestingError
        raise BadInput.at("", "nests deeper than #{DEPTH_LIMIT}")
      rescue JSON::ParserError => e
        raise BadInput.at("", "is not JSON: #{e.message.scrub.tr("\n", ' ')[0, 200]}")
      end
    end
  end
end
