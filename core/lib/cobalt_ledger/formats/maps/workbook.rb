# frozen_string_literal: true

require "axlsx"

module CobaltLedger
  module Formats
    module Maps
      # An access map as a workbook (Office Open XML, ISO/IEC 29500): each cell as words, on a ground that is the darker
      # the more is allowed. Headings stay in sight and can be filtered by.
      class Workbook < MapWriter
        known_as "xlsx", order: 4

        # Ground and letters by level, as RGB.
        INK = {
          "hidden" => %w[FFFFFF 6B7280], "masked" => %w[EEF1F6 3B4252], "replace_only" => %w[E1E7F0 2E3440],
          "read_only" => %w[D3DCEA 1D2430], "editable" => %w[9FB4D3 10151F], "required" => %w[3F5E8C FFFFFF],
          "denied" => %w[FFFFFF 6B7280], "allowed" => %w[9FB4D3 10151F]
        }.freeze
        # Sheets are called by at most 31 characters, without some.
        NAME = 31

        class << self
          # source: as of Csv. Returns the bytes.
          def write(map, source: nil)
            package = Axlsx::Package.new
            package.use_shared_strings = true
            package.workbook.add_worksheet(name: sheet_name(map.record_type)) do |sheet|
              fill(sheet, map)
              [[], ["Source", source]].each { |line| sheet.add_row(line, as_text) } if source
            end
            package.to_stream.read
          end

          private

          def sheet_name(type) = type.name.gsub(%r{[\[\]*/\\?:']}, " ")[0, NAME]

          def fill(sheet, map)
            head = sheet.styles.add_style(b: true, alignment: { wrap_text: true, vertical: :top })
            inks = INK.transform_values do |ground, letters|
              sheet.styles.add_style(bg_color: ground, fg_color: letters, alignment: { horizontal: :center })
            end
            sheet.add_row(["Section", "Field", *map.columns.map(&:title)], style: head, **as_text)
            map.rows.each do |id, cells|
              named = [section(map.record_type, id), map.record_type.subject(id).name]
              shades = cells.map { |cell| inks[cell.levels.first] }
              sheet.add_row(named + cells.map { |cell| words(cell) }, style: [nil, nil, *shades], **as_text)
            end
            settled(sheet, map)
          end

          # Texts are never run as formulas, and no number is made of them. The library takes out of
          # the options what it has read, so each row gets its own.
          def as_text = { types: :string, escape_formulas: true }

          def settled(sheet, map)
            sheet.sheet_view.pane do |pane|
              pane.top_left_cell = "C2"
              pane.state = :frozen
              pane.x_split = 2
              pane.y_split = 1
            end
            sheet.auto_filter = "A1:#{Axlsx.cell_r(map.columns.size + 1, map.rows.size)}"
            sheet.column_widths(22, 28, *([18] * map.columns.size))
          end
        end
      end
    end
  end
end
