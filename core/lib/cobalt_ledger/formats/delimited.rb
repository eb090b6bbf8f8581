# frozen_string_literal: true

require "csv"

module CobaltLedger
  module Formats
    # Text in columns as spreadsheets and other programs write it (RFC 4180, and what is usual beside it): separated by
    # commas, semicolons or tabs; in UTF-8 with or without a mark, UTF-16, or Windows-1252. Which it is, is found out by
    # the bytes and by the heading line, unless it is said.
    class Delimited
      SEPARATORS = { "comma" => ",", "semicolon" => ";", "tab" => "\t" }.freeze
      ENCODINGS = { "UTF-8" => Encoding::UTF_8, "UTF-16LE" => Encoding::UTF_16LE, "UTF-16BE" => Encoding::UTF_16BE,
                    "Windows-1252" => Encoding::Windows_1252 }.freeze
      MARKS = { "\xEF\xBB\xBF".b => "UTF-8", "\xFF\xFE".b => "UTF-16LE", "\xFE\xFF".b => "UTF-16BE" }.freeze

      # Bytes by which it is told whether every other one is zero.
      LOOKED_AT = 2_000

      # Names of SEPARATORS and ENCODINGS.
      attr_reader :separator, :encoding

      # What it was read as, JSON-ready.
      def to_h = { "separator" => separator, "encoding" => encoding }

      # bytes: String; separator, encoding: names, or nil to find out; the block says whether a heading is one that is
      # known. Raises BadInput.
      def initialize(bytes, separator: nil, encoding: nil, &known)
        @bytes = bytes.b
        @known = known || ->(_) { false }
        @encoding = encoding || found_encoding
        @separator = separator || found_separator
      end

      # The text in UTF-8, without a mark.
      def text = @text ||= decoded.delete_prefix("\uFEFF")

      # The sign between two cells.
      def sign = SEPARATORS.fetch(separator)

      # Array of rows, each an Array of String or nil. Raises BadInput with the line.
      def rows
        CSV.parse(text, col_sep: sign)
      rescue CSV::MalformedCSVError => e
        raise BadInput.at("line #{e.line_number}", "is not CSV: #{e.message.sub(/ in line \d+\.?/, '')}")
      end

      private

      def found_encoding
        mark = MARKS.keys.find { |each| @bytes.start_with?(each) }
        return MARKS[mark] if mark

        first = @bytes.byteslice(0, LOOKED_AT)
        zeros = [0, 1].map { |start| (start...first.bytesize).step(2).count { |place| first.getbyte(place).zero? } }
        return zeros[0] > zeros[1] ? "UTF-16BE" : "UTF-16LE" if zeros.max > first.bytesize / 8

        @bytes.dup.force_encoding(Encoding::UTF_8).valid_encoding? ? "UTF-8" : "Windows-1252"
      end

      def decoded
        text = @bytes.dup.force_encoding(ENCODINGS.fetch(encoding))
        raise BadInput.at("", "is not #{encoding} text") unless text.valid_encoding?

        text.encode(Encoding::UTF_8)
      rescue EncodingError
        raise BadInput.at("", "is not #{encoding} text")
      end

      # By which most headings are known; else by which there are most; else the comma.
      def found_separator
        SEPARATORS.keys.max_by.with_index do |name, index|
          found = heading(SEPARATORS[name])
          [found.count { |each| @known.call(each.to_s.strip) }, found.size, -index]
        end
      end

      def heading(sign)
        CSV.new(text, col_sep: sign).shift || []
      rescue CSV::MalformedCSVError
        []
      end
    end
  end
end
