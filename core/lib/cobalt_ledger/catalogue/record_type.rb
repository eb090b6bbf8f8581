# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # One kind of business record: its sections and fields, in the order of the form. Immutable.
    class RecordType
      attr_reader :id, :name, :plural, :sections, :fields, :title_field, :list_fields, :category_field, :formulas

      # sections: Array of Section; fields: Array of Field; title_field: identifier of the field that names a
      # record in lists; list_fields: identifiers; category_field: choice field that baselines may refer to.
      def initialize(id:, name:, sections:, fields:, plural: nil, title_field: nil, list_fields: nil, category_field: nil)
        @id = id
        @name = name
        @plural = plural || "#{name}s"
        @sections = sections.freeze
        @fields = fields.freeze
        @fields_by_id = fields.to_h { |field| [field.id, field] }.freeze
        @title_field = title_field || fields.first&.id
        @list_fields = (list_fields || fields.first(6).map(&:id)).freeze
        @category_field = category_field
        @formulas = Formulas.new(self)
        freeze
      end

      def field(field_id) = @fields_by_id[field_id]
      def section(section_id) = sections.find { |section| section.id == section_id }
      def fields_in(section_id) = fields.select { |field| field.section == section_id }

      # "outgoing loan": the name as it stands inside a sentence.
      def noun = name[0].downcase + name[1..]
    end
  end
end
