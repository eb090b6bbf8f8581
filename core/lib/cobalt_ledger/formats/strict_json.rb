# frozen_string_literal: true

require "strscan"

module CobaltLedger
  module Formats
    # Reads JSON (RFC 8259) without forgiving anything: UTF-8 only, no name twice in one object, no NaN,
    # bounded in size, depth and the length of its numbers. Numbers with a point become BigDecimal, so that nothing is
    # rounded.
    module StrictJson
      # Largest document accepted, in bytes.
      SIZE_LIMIT = 20 * 1024 * 1024
      DEPTH_LIMIT = 60

      # Digits of one number at most, and its largest exponent. Twelve characters may otherwise stand for a number that
      # fills the memory (RFC 8259, section 6, lets a reader set such limits).
      DIGITS = 60
      EXPONENT = 60

      # Reads what JSON calls a number with a point or an exponent, within the limits.
      module BoundedDecimal
        module_function

        # text: as written. Returns a BigDecimal. Raises BadInput.
        def try_convert(text)
          exponent = text[/[eE]([+-]?\d+)\z/, 1]
          if text.size > DIGITS + 10 || (exponent && (exponent.size > 4 || exponent.to_i.abs > EXPONENT))
            StrictJson.too_long
          end

          BigDecimal(text)
        end
      end

      module_function

      # text: String of bytes. Returns plain Hash, Array, String, Integer, BigDecimal, true, false or nil.
      # Raises BadInput.
      def read(text)
        raise BadInput.at("", "is larger than #{SIZE_LIMIT / 1024 / 1024} MiB") if text.bytesize > SIZE_LIMIT

        source = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        raise BadInput.at("", "is not UTF-8 text") unless source.valid_encoding?

        check_digits(source)
        JSON.parse(source, decimal_class: BoundedDecimal, max_nesting: DEPTH_LIMIT, allow_duplicate_key: false)
      rescue JSON::NestingError
        raise BadInput.at("", "nests deeper than #{DEPTH_LIMIT}")
      rescue JSON::ParserError => e
        raise BadInput.at("", "is not JSON: #{e.message.scrub.tr("\n", ' ')[0, 200]}")
      end

      def too_long
        raise BadInput.at("", "holds a number of more than #{DIGITS} digits, or with an exponent beyond #{EXPONENT}")
      end

      # Long runs of digits are looked for at once; only where there are any is it told apart whether they stand in a
      # text.
      def check_digits(source)
        return unless source.match?(/\d{#{DIGITS + 1}}/)

        scanner = StringScanner.new(source.b)
        while scanner.skip_until(/["\d]/)
          scanner.pos -= 1
          next if scanner.skip(/"(?:[^"\\]++|\\.)*+"?/m)

          too_long if scanner.skip(/\d+/) > DIGITS
        end
      end
      private_class_method :check_digits
    end
  end
end
