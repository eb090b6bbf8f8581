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
                  :precedence,
                  :actions,
                  :whole

      # sections: Array of Section; fields: Array of Field; title_field: identifier of the field that names a
      # record in lists; list_fields: identifiers; category_field: choice field that baselines may refer to;
      # forms: Array of Form, the fallback last, empty for one form with everything; path: Path or nil;
      # precedence: name of a method, or nil for the policy's; permissions: Hash of the key of an action to what it
      # starts as, where that is not the usual.
      def initialize(
        id:, name:, sections:, fields:, plural: nil, title_field: nil, list_fields: nil, category_field: nil,
        forms: [], path: nil, precedence: nil, permissions: {}
      )
        @id = id
        @name = name
        @plural = plural || "#{name}s"
        @sections = sections.freeze
        @fields = written(fields).freeze
        @fields_by_id = @fields.to_h { |field| [field.id, field] }.freeze
        @title_field = title_field || fields.first&.id
        @list_fields = (list_fields || fields.first(6).map(&:id)).freeze
        @category_field = category_field
        @forms = forms.freeze
        @path = path
        @precedence = precedence
        @formulas = Formulas.new(self)
        @actions = Action::KINDS.keys.map { |key| Action.new(key, permissions[key]) }.freeze
        @whole = WholeRecord.new(path&.field, path ? path.locking : [])
        @others_by_id = [*@actions, @whole].to_h { |each| [each.id, each] }.freeze
        freeze
      end

      # What it holds, by identifier; nil where there is none.
      def field(field_id) = @fields_by_id[field_id]
      def action(key) = @others_by_id[Action.id(key)]
      def section(section_id) = sections.find { |section| section.id == section_id }

      # Whatever rules decide of a record: a Field, an Action or the WholeRecord, by identifier; nil where there is
      # none.
      def subject(id) = @fields_by_id[id] || @others_by_id[id]

      # All of them.
      def subjects = fields + others

      # What can shut a field, an action or the record: for a field the whole record; for what is done to a record that
      # it may be opened, or for a new one created; for a deletion both. mode: String.
      def above(subject, mode)
        case subject.family
        when :record then []
        when :action
          first = action(mode == "create" ? "create" : "open")
          goes_by = mode != "create" || subject.key == "save"
          [(first if goes_by && !first.equal?(subject)), (whole if subject.key == "delete")].compact
        else [whole]
        end
      end

      # Identifiers of what can shut it in some mode.
      def behind(id) = %w[create edit].flat_map { |mode| above(subject(id), mode) }.map(&:id).uniq

      # Those that are not fields: the record as a whole, and what is done to it.
      def others = [whole, *actions]

      # References as on whose records a field is covered: Array of [Field that refers, identifier of the field there].
      def inherited(id)
        fields.select { |field| field.inherits.key?(id) && !field.retired? }.map { |field| [field, field.inherits[id]] }
      end

      # Array of Field.
      def fields_in(section_id) = fields.select { |field| field.section == section_id }

      # The Form with an identifier, or nil.
      def form(form_id) = forms.find { |form| form.id == form_id }

      # The Form someone gets in a mode; nil where the record type has one form with everything.
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

      # "outgoing loan": the name as it is inside a sentence.
      def noun = name[0].downcase + name[1..]

      private

      # What is calculated from money is written as money is; whole numbers give whole numbers.
      def written(fields)
        known = fields.to_h { |field| [field.id, field] }
        named = ->(id) { known[id].formula.to_s.downcase.scan(/\w+/).uniq & known.keys }
        fields.map do |field|
          next field unless field.computed? && field.formula

          places = Graph.reachable(field.id, &named).map { |id| known[id].kind.least_places }.max
          places&.positive? ? field.written_with(places) : field
        end
      end
    end
  end
end
