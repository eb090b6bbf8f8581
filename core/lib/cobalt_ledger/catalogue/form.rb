# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # One form of a record type: which sections and fields it shows, in which order and columns, and who gets it.
    # What a field may be is decided apart from where it stands. Immutable.
    class Form
      # A section of a form. name: its heading; columns: 1 to 3; fields: Array of Field.
      Part = Struct.new(:id, :name, :columns, :fields, keyword_init: true)

      attr_reader :id, :name, :audience, :modes, :parts

      # audience: Directory::Audience, or nil for the fallback that everyone gets; modes: Array, empty for all;
      # parts: Array of Part.
      def initialize(id:, name:, parts:, audience: nil, modes: [])
        @id = id
        @name = name
        @audience = audience
        @modes = modes.freeze
        @parts = parts.freeze
        freeze
      end

      # True for the form that everyone gets for whom there is no other.
      def fallback? = audience.nil?

      # Is it the form for somebody? principals: Directory::Principals; mode: String.
      def for?(principals, mode)
        (modes.empty? || modes.include?(mode)) && (fallback? || audience.match?(principals))
      end

      # Array of Field, in the form's order.
      def fields = parts.flat_map(&:fields)
    end
  end
end
