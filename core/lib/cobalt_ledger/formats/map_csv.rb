# frozen_string_literal: true

require "csv"

module CobaltLedger
  module Formats
    # Writes an access map as CSV (RFC 4180: CRLF, quotes where needed). A cell that depends on the record holds
    # all its levels, joined by " or ".
    module MapCsv
      module_function

      # map: Decisions::AccessMap. Returns a String.
      def write(map)
        CSV.generate(row_sep: "\r\n") do |csv|
          csv << ["Section", "Field", *map.columns.map(&:title)].map { |text| guard(text) }
          map.rows.each do |id, cells|
            field = map.record_type.field(id)
            csv << [guard(map.record_type.section(field.section).name), guard(field.name), *cells.map { |cell| words(cell) }]
          end
        end
      end

      def words(cell)
        text = cell.levels.map { |level| Decisions::State::LEVEL_NAMES.fetch(level) }.join(" or ")
        cell.complete ? text : "#{text} (perhaps more)"
      end
      private_class_method :words

      # A leading =, +, - or @ would be run as a formula by a spreadsheet.
      def guard(text) = text.match?(/\A[=+\-@\t\r]/) ? "'#{text}" : text
      private_class_method :guard
    end
  end
end
