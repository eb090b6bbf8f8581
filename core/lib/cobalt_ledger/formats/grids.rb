# frozen_string_literal: true

require "roo"
require "stringio"

# Dates of entries are of no interest, and damaged ones are told as such.
Zip.warn_invalid_date = false

module CobaltLedger
  module Formats
    # Sheets of cells out of a file: a workbook (Office Open XML, ISO/IEC 29500), or text in columns (see Delimited).
    module Grids
      # A file, what a workbook unpacks to, and the cells of a sheet, at most.
      SIZE_LIMIT = 8 * 1024 * 1024
      UNPACKED_LIMIT = 64 * 1024 * 1024
      CELL_LIMIT = 200_000

      PACKED = "PK\x03\x04".b
      # Of a workbook as programs wrote it before there was that standard, and of one with a password.
      OLDER = "\xD0\xCF\x11\xE0".b

      # What the libraries raise about a file that is damaged; what it lacks they find out by nil.
      TROUBLE = [
        Roo::Error, Zip::Error, Zlib::Error, Nokogiri::SyntaxError, NoMethodError, ArgumentError, IOError,
        SystemCallError, KeyError, TypeError, RangeError, EncodingError
      ].freeze

      class << self
        # bytes: String; separator, encoding: as of Delimited; the block says whether a heading is one that is known.
        # Returns [Array of Grid, the Delimited or nil]. Raises BadInput.
        def read(bytes, separator: nil, encoding: nil, &known)
          raise BadInput.at("", "is larger than #{SIZE_LIMIT / 1024 / 1024} MiB") if bytes.bytesize > SIZE_LIMIT

          bytes = bytes.b
          return [packed_well(bytes) { workbook(bytes) }, nil] if bytes.start_with?(PACKED)
          raise BadInput.at("", "is an older or a protected workbook; save it as .xlsx") if bytes.start_with?(OLDER)

          text = Delimited.new(bytes, separator: separator, encoding: encoding, &known)
          [[small(Grid.new("", text.rows))], text]
        end

        private

        def workbook(bytes)
          book = Roo::Excelx.new(StringIO.new(bytes), expand_merged_ranges: true, only_visible_sheets: true)
          book.sheets.map { |name| sheet(book, name) }
        rescue *TROUBLE
          raise unreadable
        ensure
          book&.close
        end

        # What it unpacks to is counted before it is.
        def packed_well(bytes)
          size = Zip::File.open_buffer(StringIO.new(bytes)).entries.sum(&:size)
          raise BadInput.at("", "unpacks to more than #{UNPACKED_LIMIT / 1024 / 1024} MiB") if size > UNPACKED_LIMIT

          yield
        rescue *TROUBLE
          raise unreadable
        end

        def unreadable = BadInput.at("", "is not a workbook that can be read; save it as .xlsx again, or as CSV")

        def sheet(book, name)
          rows = book.last_row(name).to_i
          columns = book.last_column(name).to_i
          raise BadInput.at(name, "has more than #{CELL_LIMIT} cells") if rows * columns > CELL_LIMIT

          cells = (1..rows).map { |row| (1..columns).map { |column| text(book.cell(row, column, name)) } }
          notes = book.comments(name).to_h { |row, column, note| [[row - 1, column - 1], note.to_s.strip] }
          Grid.new(name, cells, notes)
        end

        # Numbers as people write them: 1, and not 1.0.
        def text(value) = value.is_a?(Float) && value.finite? && value == value.floor ? value.to_i.to_s : value.to_s

        def small(grid)
          return grid if grid.height * grid.width <= CELL_LIMIT

          raise BadInput.at("", "has more than #{CELL_LIMIT} cells")
        end
      end
    end
  end
end
