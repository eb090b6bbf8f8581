# frozen_string_literal: true

require "csv"

module CobaltLedger
  module Formats
    module Maps
      # An access map as CSV (RFC 4180: CRLF, quotes where needed), a line for each field.
      class Csv < MapWriter
        known_as "csv", order: 1

        class << self
          # source: what the map was made from, in words, or nil; it stands below the map.
          def write(map, source: nil)
            ::CSV.generate(row_sep: "\r\n") do |csv|
              csv << ["Section", "Field", *map.columns.map(&:title)].map { |text| guard(text) }
              map.rows.each do |id, cells|
                csv << [
                  guard(section(map.record_type, id)), guard(map.record_type.subject(id).name),
                  *cells.map { |cell| words(cell) }
                ]
              end
              [[], ["Source", source]].each { |line| csv << line } if source
            end
          end

          private

          # A leading =, +, - or @ would be run as a formula by a spreadsheet.
          def guard(text) = text.match?(/\A[=+\-@\t\r]/) ? "'#{text}" : text
        end
      end
    end
  end
end
