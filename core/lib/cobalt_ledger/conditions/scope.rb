# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # What a condition may name: the record type it is about, the other record types, people and places.
    # record_type: Catalogue::RecordType; types: Hash of identifier to RecordType; directory: Directory::Directory,
    # or nil to leave people unchecked; places: Array of Catalogue::Option; zone: name of the policy's time zone.
    Scope =
      Struct.new(:record_type, :types, :directory, :places, :zone, keyword_init: true) do
        # For a record type that stands alone.
        def self.of(record_type, directory = nil)
          new(
            record_type: record_type,
            types: {
              record_type.id => record_type
            },
            directory: directory,
            places: [],
            zone: "Etc/UTC"
          )
        end
      end
  end
end
