# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the forms of a record type and the path of its stages, and judges what the schema can't.
    class FormsReader
      # fields: Array of Catalogue::Field; sections: Hash of identifier to name; directory: Directory::Directory or nil.
      def initialize(fields, sections, directory, faults)
        @fields = fields.to_h { |field| [field.id, field] }
        @sections = sections
        @directory = directory
        @faults = faults
      end

      # forms: Array of documents. Returns an Array of Catalogue::Form, the fallback last.
      def forms(forms, pointer)
        repeated(forms, pointer)
        fallbacks = forms.reject { |form| form["audience"] }
        unless fallbacks.any? { |form| (form["modes"] || []).empty? }
          @faults.add(
            pointer, "one form must be the fallback for everyone in every mode: leave out its audience and modes"
          )
        end
        if fallbacks.count { |form| (form["modes"] || []).empty? } > 1
          @faults.add(pointer, "only one form can be the fallback")
        end
        built = forms.each_with_index.map { |form, index| form(form, "#{pointer}/#{index}") }
        special, last = built.partition { |form| form.audience || form.modes.any? }
        special + last
      end

      # hash: {"field": ..., "stages": {...}}. Returns a Catalogue::Path, or nil when a fault was noted.
      def path(hash, pointer)
        field = @fields[hash["field"]]
        unless field&.family == :choice
          return @faults.add("#{pointer}/field", "must be a choice field of this record type")
        end

        stages =
          hash["stages"].each_with_object({}) do |(id, fields), found|
            @faults.add("#{pointer}/stages/#{id}", "#{field.name} has no option “#{id}”") unless field.option(id)
            found[id] = named(fields, "#{pointer}/stages/#{id}")
          end
        (hash["locks"] || []).each_with_index do |id, index|
          @faults.add("#{pointer}/locks/#{index}", "#{field.name} has no option “#{id}”") unless field.option(id)
        end
        Catalogue::Path.new(
          field: field, locking: hash["locks"] || [],
          stages: field.options.filter_map { |option| [option.id, stages[option.id]] if stages.key?(option.id) }.to_h
        ).freeze
      end

      private

      def repeated(forms, pointer)
        forms
          .each_with_index
          .group_by { |form, _| form["id"] }
          .each_value do |found|
            found
              .drop(1)
              .each do |form, index|
                @faults.add("#{pointer}/#{index}/id", "the identifier “#{form['id']}” is used twice")
              end
          end
      end

      def form(hash, pointer)
        people(hash["audience"], "#{pointer}/audience") if hash["audience"]
        placed = {}
        parts =
          hash["sections"].each_with_index.map { |part, index| part(part, placed, "#{pointer}/sections/#{index}") }
        Catalogue::Form.new(
          id: hash["id"], name: hash["name"],
          audience: hash["audience"] && Directory::Audience.from(hash["audience"]), modes: hash["modes"] || [],
          parts: parts
        )
      end

      def part(hash, placed, pointer)
        fields = named(hash["fields"], "#{pointer}/fields")
        hash["fields"].each_with_index do |id, index|
          @faults.add("#{pointer}/fields/#{index}", "appears twice on this form") if placed[id]
          placed[id] = true
        end
        Catalogue::Form::Part.new(
          id: hash["id"], name: hash["name"] || @sections[hash["id"]] || hash["id"], columns: hash["columns"] || 1,
          fields: fields
        ).freeze
      end

      def named(ids, pointer)
        ids.each_with_index.filter_map do |id, index|
          @fields[id] || @faults.add("#{pointer}/#{index}", "there is no field “#{id}”")
        end
      end

      def people(audience, pointer)
        return unless @directory

        %w[any except].each do |part|
          (audience[part] || []).each_with_index do |member, index|
            kind, id = member.first
            unless @directory.find(kind.to_sym, id)
              @faults.add("#{pointer}/#{part}/#{index}", "there is no #{kind} “#{id}” in the directory")
            end
          end
        end
      end
    end
  end
end
