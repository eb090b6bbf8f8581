# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # A sheet read as a matrix of one record type: what it says, and all that could not be told.
    class Reading
      # A kind of cell: its text as first met, how often, its meaning or nil, and a place where it stands.
      Word = Struct.new(:text, :times, :meaning, :place)
      # A heading that means nothing here: its text, its place, and whom or what it may mean ([key, name]).
      Heading = Struct.new(:text, :place, :proposals)
      # A note beside a cell.
      Note = Struct.new(:place, :text)

      attr_reader :layout, :words, :unknown_fields, :unknown_audiences, :repeated, :notes, :matrix

      # grid: Formats::Grid; type: Catalogue::RecordType; types: all of the policy; meanings: Hash of text to meaning,
      # fields, audiences: Hash of heading to what it means, "" to leave it out. Raises BadInput.
      def initialize(grid, type, types, directory, meanings: {}, fields: {}, audiences: {})
        @type = type
        @legend = Legend.new(meanings)
        @fields = Names.fields(type, fields)
        @audiences = Names.audiences(directory, audiences)
        @types = Names.new(types.to_h { |each| [each.id, [each.name, each.id]] })
        @layout = Layout.of(grid, fields: @fields, audiences: @audiences, types: @types)
        @repeated = []
        read
      end

      # Fields of the record type that the sheet does not name: Array of Catalogue::Field.
      def missing = @type.fields.reject { |field| @down.value?(field.id) || field.retired? }

      # Is all told that has to be, before it can be used?
      def settled? = words.all?(&:meaning)

      private

      def grid = layout.grid

      def read
        @down, @unknown_fields = down
        @across, @unknown_audiences = across
        @notes = grid.notes.map { |(row, column), text| Note.new(grid.place(row, column), text) }
        @words = kinds
        @matrix = Matrix.new(@type, @across.values, said)
      end

      # [Hash of row to field, headings that are none]. What else there is to a record is passed over.
      def down
        rows = layout.body.select { |row| own?(row) }.reject { |row| heading_row?(row) }
        found, unknown = known(rows, @fields) { |row| [row, layout.names] }
        others = [*@type.others, *@type.fields.select(&:retired?)]
        others = Names.new(others.to_h { |each| [each.id, [each.name, each.id]] })
        [found, unknown.reject { |each| others.key(each.text) }]
      end

      # [Hash of column to audience, headings that are none].
      def across
        found, unknown = known(layout.columns, @audiences) { |column| [layout.head, column] }
        aside = layout.aside.map { |column| grid.place(layout.head, column) }
        [found, unknown.reject { |each| aside.include?(each.place) }]
      end

      # Is the row about this record type?
      def own?(row)
        return true unless layout.types

        text = grid.at(row, layout.types)
        text.empty? || @types.key(text) == @type.id
      end

      # A line that stands over others: a field's name is not in it, and no cell, or the same text in all of them.
      def heading_row?(row)
        name = grid.at(row, layout.names)
        return false if @fields.key(name)

        others = (layout.columns - layout.aside).map { |column| grid.at(row, column) }
        others.all? { |text| text.empty? || text == name } || name.empty?
      end

      # [Hash of line to what its heading means, those that mean nothing]. The block gives the place of its heading.
      def known(lines, names, &place)
        kind = names.usual_kind(lines.map { |line| grid.at(*place.call(line)) })
        lines.each_with_object([{}, []]) do |line, (found, unknown)|
          text = grid.at(*place.call(line))
          next if text.empty? || names.left_out?(text)

          key = names.key(text, kind: kind)
          heading = Heading.new(text, grid.place(*place.call(line)), key ? [] : names.proposals(text))
          if key.nil? then unknown << heading
          elsif found.value?(key) then @repeated << heading
          else found[line] = key
          end
        end
      end

      def cells = @down.keys.product(@across.keys)

      def kinds
        cells.group_by { |place| @legend.fold(grid.at(*place)) }.map do |_, places|
          text = grid.at(*places.first)
          Word.new(text, places.size, @legend.meaning(text), grid.place(*places.first))
        end
      end

      def said
        cells.each_with_object({}) do |(row, column), found|
          meaning = @legend.meaning(grid.at(row, column))
          found[[@down[row], @across[column]]] = meaning if meaning && meaning != Legend::UNSAID
        end
      end
    end
  end
end
