# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Maps
      # An access map as lines of text: a field and, for each set of levels, the audiences that have it.
      class Text < MapWriter
        known_as "text", order: 3

        def self.write(map)
          map.rows.map do |id, cells|
            told = map.columns.zip(cells).group_by { |_, cell| words(cell) }
              .map { |levels, columns| "  #{levels}: #{columns.map { |column, _| column.title }.join(', ')}" }
            [map.record_type.subject(id).name, *told].join("\n")
          end.join("\n") << "\n"
        end
      end
    end
  end
end
