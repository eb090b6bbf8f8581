# frozen_string_literal: true

require "axlsx"

module CobaltLedger
  module Formats
    # A table as a workbook (Office Open XML, ISO/IEC 29500). Texts are never run as formulas; numbers and days stay
    # what they are as far as spreadsheets can hold them.
    class Workbook
      # name: of the sheet; heading: Array of names of columns; rows: Array of Arrays of String, Numeric, Date, true,
      # false or nil; inks: places of columns whose cells begin with an access level and stand on its ground; source:
      # where it comes from, a line below, or nil.
      Table = Struct.new(:name, :heading, :rows, :inks, :source, keyword_init: true)

      # Ground and letters by level, as RGB: the darker the more is allowed.
      INK = {
        "hidden" => %w[FFFFFF 6B7280], "masked" => %w[EEF1F6 3B4252], "replace_only" => %w[E1E7F0 2E3440],
        "read_only" => %w[D3DCEA 1D2430], "editable" => %w[9FB4D3 10151F], "required" => %w[3F5E8C FFFFFF],
        "denied" => %w[FFFFFF 6B7280], "allowed" => %w[9FB4D3 10151F]
      }.freeze
      # Sheets are called by at most 31 characters, without some.
      NAME = 31
      # Digits that a number of a spreadsheet holds (IEEE 754, binary64), and characters of a cell.
      DIGITS = 15
      LONGEST = 32_767
      # Widths of columns, in characters.
      WIDTHS = (9..60)

      class << self
        # table: Table. Returns the bytes.
        def write(table) = new(table).write

        # What a sheet can be called. text: String.
        def sheet_name(text)
          name = text.gsub(%r{[\[\]*/\\?:']}, " ").strip[0, NAME]
          name.empty? ? "Sheet" : name
        end

        # Texts are never run as formulas, and no number is made of them. The library takes out of the options what it
        # has read, so each row gets its own.
        def as_text = { types: :string, escape_formulas: true }

        # Styles of a sheet by level. more: of each.
        def inks(sheet, **more)
          INK.transform_values { |ground, letters| sheet.styles.add_style(bg_color: ground, fg_color: letters, **more) }
        end

        # Keeps headings in sight: the first row, and as many columns.
        def freeze(sheet, columns)
          sheet.sheet_view.pane do |pane|
            pane.top_left_cell = Axlsx.cell_r(columns, 1)
            pane.state = :frozen
            pane.x_split = columns
            pane.y_split = 1
          end
        end
      end

      def initialize(table)
        @table = table
      end

      # The bytes.
      def write
        package = Axlsx::Package.new
        package.use_shared_strings = true
        package.workbook.add_worksheet(name: self.class.sheet_name(@table.name)) { |sheet| fill(sheet) }
        package.to_stream.read
      end

      private

      def fill(sheet)
        head = sheet.styles.add_style(b: true, alignment: { wrap_text: true, vertical: :top })
        @day = sheet.styles.add_style(format_code: "yyyy-mm-dd")
        @inks = self.class.inks(sheet)
        sheet.add_row(@table.heading, style: head, **self.class.as_text)
        @table.rows.each { |row| add(sheet, row) }
        [[], ["Source", @table.source]].each { |line| sheet.add_row(line, self.class.as_text) } if @table.source
        self.class.freeze(sheet, 1)
        sheet.auto_filter = "A1:#{Axlsx.cell_r([@table.heading.size, 1].max - 1, @table.rows.size)}"
        sheet.column_widths(*widths)
      end

      def add(sheet, row)
        cells = row.map { |value| cell(value) }
        styles = cells.each_with_index.map do |(_, type), place|
          type == :date ? @day : (ink(row[place]) if @table.inks&.include?(place))
        end
        sheet.add_row(cells.map(&:first), types: cells.map(&:last), style: styles, escape_formulas: true)
      end

      # [value, type]
      def cell(value)
        case value
        when true then ["yes", :string]
        when false then ["no", :string]
        when Date then [value, :date]
        when Numeric then held?(value) ? [value, :float] : [value.to_d.to_s("F"), :string]
        else [value&.to_s&.slice(0, LONGEST), :string]
        end
      end

      # Would a spreadsheet keep every digit?
      def held?(number) = number.to_d.to_s("F").delete("-.").sub(/\A0+/, "").sub(/0+\z/, "").size <= DIGITS

      def ink(text)
        level = Access::State::LEVEL_NAMES.find { |_, name| text.to_s.start_with?(name) }&.first
        level && @inks[level.to_s]
      end

      def widths
        @table.heading.each_index.map do |place|
          longest = @table.rows.first(200).map { |row| row[place].to_s.size }.push(@table.heading[place].to_s.size).max
          (longest + 2).clamp(WIDTHS)
        end
      end
    end
  end
end
