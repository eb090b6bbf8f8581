# frozen_string_literal: true

module CobaltLedger
  module Formats
    # One sheet of a file as text, a merged cell standing in every place that it covers. Immutable.
    class Grid
      attr_reader :name, :rows, :notes

      # name: of the sheet, "" where it has none; rows: Array of Array of String or nil; notes: Hash of [row, column],
      # counted from 0, to the text that somebody has put beside the cell.
      def initialize(name, rows, notes = {}, turned: false)
        @name = name
        @rows = rows.map { |row| row.map { |cell| cell.to_s.strip }.freeze }.freeze
        @notes = notes.freeze
        @turned = turned
        freeze
      end

      # The text at a place, "" where there is none.
      def at(row, column) = rows.dig(row, column) || ""

      def height = rows.size
      def width = rows.map(&:size).max || 0

      # Rows as columns. What it says of places stays that of the file.
      def turned
        across = Array.new(width) { |column| rows.map { |row| row[column] } }
        Grid.new(name, across, notes.transform_keys(&:reverse), turned: !@turned)
      end

      # As a spreadsheet calls a place: "C5".
      def place(row, column)
        row, column = column, row if @turned
        letters = +""
        number = column + 1
        until number.zero?
          number, letter = (number - 1).divmod(26)
          letters.prepend((65 + letter).chr)
        end
        "#{letters}#{row + 1}"
      end
    end
  end
end
