# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # One attribute of a resource (RFC 7643, section 2.2). type: "string", "boolean", "integer", "dateTime", "reference"
    # or "complex"; sub: Array of Attribute, of a complex one; mutability: "readWrite", "readOnly" or "immutable";
    # returned: "always" or "default"; uniqueness: "none" or "server".
    Attribute = Struct.new(
      :name, :type, :description, :multi, :required, :exact, :mutability, :returned, :uniqueness, :canonical, :sub,
      keyword_init: true
    ) do
      # A plain one, unless said otherwise.
      def self.of(name, description, type: "string", **more)
        new(
          name: name, type: type, description: description, multi: false, required: false, exact: false,
          mutability: "readWrite", returned: "default", uniqueness: "none", canonical: nil, sub: nil, **more
        ).freeze
      end

      # Several values, each with the parts that RFC 7643 (section 2.4) gives them.
      def self.several(name, description, sub, **more)
        of(name, description, type: "complex", multi: true, sub: sub, **more)
      end

      # A part of a complex attribute, or nil. Capitals do not count.
      def part(name) = sub&.find { |each| each.name.casecmp?(name) }
      def complex? = type == "complex"
      def read_only? = mutability == "readOnly"

      # As /Schemas tells it (RFC 7643, section 7).
      def to_h
        {
          "name" => name, "type" => type, "multiValued" => multi, "description" => description, "required" => required,
          "caseExact" => exact, "mutability" => mutability, "returned" => returned, "uniqueness" => uniqueness,
          "canonicalValues" => canonical, "referenceTypes" => type == "reference" ? ["User"] : nil,
          "subAttributes" => sub&.map(&:to_h)
        }.compact
      end
    end
  end
end
