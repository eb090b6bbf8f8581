# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Writes an access map. One subclass a file in maps/, known by the name that is asked for.
    class MapWriter
      extend Registry

      class << self
        # Module whose folder holds the writers.
        def registry_namespace = CobaltLedger::Formats::Maps

        # map: Decisions::AccessMap. Returns a String.
        def write(_map) = raise(NotImplementedError)

        private

        # The heading that a row stands under: its section's, or that of what is done to the record.
        def section(type, id) = type.field(id) ? type.section(type.field(id).section).name : "The record"

        # All levels of a cell, joined by " or ". cell: Decisions::AccessMap::Cell.
        def words(cell)
          text = cell.levels.map { |level| Access::State::LEVEL_NAMES.fetch(level) }.join(" or ")
          cell.complete ? text : "#{text} (perhaps more)"
        end
      end
    end
  end
end
