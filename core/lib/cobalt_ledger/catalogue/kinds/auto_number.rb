# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # An identifier the system gives when the record is created.
      class AutoNumber < Kind
        known_as "auto_number", order: 14
        titled "auto-number"
        also "autonumber", "number given by the system", "running number", "sequence", "serial number"

        def self.takes = %w[numbering]
        def self.numbered? = true

        def self.parse(raw, _field) = text(raw)

        def self.example = "LN-0042"

        def self.sample(field)
          field.numbering ? field.numbering.sub(/#+/) { |marks| "42".rjust(marks.size, "0") } : "42"
        end
      end
    end
  end
end
