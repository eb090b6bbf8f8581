# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Maps
      # An access map as JSON: the titles of the columns, and for each field the levels of every cell.
      class Json < MapWriter
        known_as "json", order: 2

        def self.write(map)
          CanonicalJson.pretty(
            "columns" => map.columns.map(&:title), "rows" => map.rows.transform_values { |cells| cells.map(&:levels) }
          )
        end
      end
    end
  end
end
