# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes an access map as lines of text: a field and, for each audience, its levels.
    module MapText
      module_function

      # map: Decisions::AccessMap. Returns a String.
      def write(map)
        map.rows.map do |id, cells|
          told = map.columns.zip(cells).group_by { |_, cell| words(cell) }.map { |levels, columns| "  #{levels}: #{columns.map { |column, _| column.title }.join(', ')}" }
          [map.record_type.field(id).name, *told].join("\n")
        end.join("\n") << "\n"
      end

      def words(cell) = cell.levels.map { |level| Decisions::State::LEVEL_NAMES.fetch(level) }.join(" or ") + (cell.complete ? "" : " (perhaps more)")
      private_class_method :words
    end
  end
end
