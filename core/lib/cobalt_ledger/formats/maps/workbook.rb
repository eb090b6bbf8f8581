# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Maps
      # An access map as a workbook (Office Open XML, ISO/IEC 29500): each cell as words, on a ground that is the darker
      # the more is allowed. Headings stay in sight and can be filtered by.
      class Workbook < MapWriter
        known_as "xlsx", order: 4

        class << self
          # source: as of Csv. Returns the bytes.
          def write(map, source: nil)
            package = Axlsx::Package.new
            package.use_shared_strings = true
            package.workbook.add_worksheet(name: Formats::Workbook.sheet_name(map.record_type.name)) do |sheet|
              fill(sheet, map)
              [[], ["Source", source]].each { |line| sheet.add_row(line, Formats::Workbook.as_text) } if source
            end
            package.to_stream.read
          end

          private

          def fill(sheet, map)
            head = sheet.styles.add_style(b: true, alignment: { wrap_text: true, vertical: :top })
            inks = Formats::Workbook.inks(sheet, alignment: { horizontal: :center })
            sheet.add_row(["Section", "Field", *map.columns.map(&:title)], style: head, **Formats::Workbook.as_text)
            map.rows.each do |id, cells|
              named = [section(map.record_type, id), map.record_type.subject(id).name]
              shades = cells.map { |cell| inks[cell.levels.first] }
              row = named + cells.map { |cell| words(cell) }
              sheet.add_row(row, style: [nil, nil, *shades], **Formats::Workbook.as_text)
            end
            settled(sheet, map)
          end

          def settled(sheet, map)
            Formats::Workbook.freeze(sheet, 2)
            sheet.auto_filter = "A1:#{Axlsx.cell_r(map.columns.size + 1, map.rows.size)}"
            sheet.column_widths(22, 28, *([18] * map.columns.size))
          end
        end
      end
    end
  end
end
