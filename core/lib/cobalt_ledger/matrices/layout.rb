# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # Where on a sheet fields and audiences stand: fields down and audiences across, or turned round. Immutable.
    class Layout
      # Lines in which headings are looked for.
      LOOKED_AT = 40

      # grid: as the file has it, or turned, so that fields stand in a column; head: the row of the audiences; names:
      # the column of the fields; types: the column that names record types, or nil.
      attr_reader :grid, :head, :names, :types

      def initialize(grid, head, names, types)
        @grid = grid
        @head = head
        @names = names
        @types = types
        freeze
      end

      # grid: Formats::Grid; fields, audiences: Names; types: Names of record types. Raises BadInput where nothing on
      # the sheet is known.
      def self.of(grid, fields:, audiences:, types:)
        ways = [grid, grid.turned].map { |each| Finding.new(each, fields, audiences) }
        ways.max_by.with_index { |way, at| [way.score, -at] }.layout(types)
      end

      # Rows below the heading: Array of Integer.
      def body = ((head + 1)...grid.height).to_a

      # Columns that an audience can stand over.
      def columns = (0...grid.width).to_a - [names, types].compact

      # Columns left of the fields, which hold titles and numbers more often than an audience.
      def aside = (0...names).to_a - [types].compact

      # Looks for the headings of a sheet that is held one way.
      class Finding
        def initialize(grid, fields, audiences)
          @grid = grid
          @heads = lines(grid.rows, audiences)
          @names = lines(grid.turned.rows, fields)
        end

        # How many fields and audiences are known where most of both are; less than any such where one is missing.
        def score = corner ? told(*corner) + 1000 : [most(@heads), most(@names)].max

        def layout(types)
          if score.zero?
            raise BadInput.at(@grid.name,
                              "names neither fields of the record type nor roles, groups or people in a line")
          end

          head, names = corner || beside
          Layout.new(@grid, head, names, type_column(types, head, names))
        end

        private

        # For each line, where in it something known stands: Hash of line to Array of places.
        def lines(rows, names)
          rows.first(LOOKED_AT).each_with_index.to_h do |row, line|
            [line, row.each_index.select { |place| names.key(row[place]) }]
          end
        end

        def most(lines) = lines.values.map(&:size).max || 0

        # [row, column] of which the row names audiences, and the column fields below it; nil where there is none.
        def corner
          return @corner if defined?(@corner)

          found = @heads.keys.product(@names.keys).select { |head, names| told(head, names) }
          @corner = found.max_by { |head, names| [told(head, names), -head - names] }
        end

        # How many they name, nil where one names none.
        def told(head, names)
          audiences = @heads[head].count { |column| column != names }
          fields = @names[names].count { |row| row > head }
          audiences + fields if audiences.positive? && fields.positive?
        end

        # The same where only one of both is known: beside it stands what is not.
        def beside
          names = most(@names).zero? ? first_filled : best(@names)
          [most(@heads).zero? ? above(names) : best(@heads), names]
        end

        def best(lines) = lines.max_by { |line, places| [places.size, -line] }.first

        def first_filled
          (0...@grid.width).find { |column| @grid.rows.count { |row| row[column].to_s != "" } > 1 } || 0
        end

        # The first row that has something beside the column of the fields.
        def above(names)
          @grid.rows.index { |row| row.each_with_index.any? { |text, column| column > names && text != "" } } || 0
        end

        # The column beside, each of whose cells names a record type.
        def type_column(types, head, names)
          ((0...@grid.width).to_a - [names]).find do |column|
            texts = @grid.rows.drop(head + 1).map { |row| row[column].to_s }.reject(&:empty?)
            texts.any? && texts.all? { |text| types.key(text) }
          end
        end
      end
    end
  end
end
