# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # One kind of business record: its sections and fields, its forms and the path of its stages. Immutable.
    class RecordType
      attr_reader :id,
                  :name,
                  :plural,
                  :sections,
                  :fields,
                  :title_field,
                  :list_fields,
                  :category_field,
                  :formulas,
                  :forms,
                  :path,
                  :precedence

      # sections: Array of Section; fields: Array of Field; title_field: identifier of the field that names a
      # record in lists; list_fields: identifiers; category_field: choice field that baselines may refer to;
      # forms: Array of Form, the fallback last, empty for one form with everything; path: Path or nil;
      # precedence: name of a method, or nil for the policy's.
      def initialize(
        id:, name:, sections:, fields:, plural: nil, title_field: nil, list_fields: nil, category_field: nil,
        forms: [], path: nil, precedence: nil
      )
        @id = id
        @name = name
        @plural = plural || "#{name}s"
        @sections = sections.freeze
        @fields = fields.freeze
        @fields_by_id = fields.to_h { |field| [field.id, field] }.freeze
        @title_field = title_field || fields.first&.id
        @list_fields = (list_fields || fields.first(6).map(&:id)).freeze
        @category_field = category_field
        @forms = forms.freeze
        @path = path
        @precedence = precedence
        @formulas = Formulas.new(self)
        freeze
      end

      # What it holds, by identifier; nil where there is none.
      def field(field_id) = @fields_by_id[field_id]
      def section(section_id) = sections.find { |section| section.id == section_id }

      # Array of Field.
      def fields_in(section_id) = fields.select { |field| field.section == section_id }

      # The Form with an identifier, or nil.
      def form(form_id) = forms.find { |form| form.id == form_id }

      # The Form somebody gets in a mode; nil where the record type has one form with everything.
      def form_for(principals, mode) = forms.find { |form| form.for?(principals, mode) }

      # What a form shows: Array of Form::Part. form: Form or nil.
      def layout(form)
        if form
          form.parts
        else
          sections.map do |section|
            Form::Part.new(id: section.id, name: section.name, columns: 1, fields: fields_in(section.id))
          end
        end
      end

      # "outgoing loan": the name as it stands inside a sentence.
      def noun = name[0].downcase + name[1..]
    end
  end
end
