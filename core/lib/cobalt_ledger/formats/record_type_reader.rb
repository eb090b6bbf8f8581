# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads one record type of a policy document and judges what the schema can't.
    class RecordTypeReader
      # hash: a record type that has passed the schema; pointer: its place; label_ids, type_ids: what it may refer to;
      # directory: Directory::Directory, to check the audiences of forms, or nil.
      def initialize(hash, pointer, label_ids, type_ids, faults, directory = nil)
        @hash = hash
        @pointer = pointer
        @label_ids = label_ids
        @type_ids = type_ids
        @faults = faults
        @directory = directory
      end

      # Returns a Catalogue::RecordType, or nil when a fault was noted.
      def read
        before = @faults.count
        repeated("sections", @hash["sections"])
        repeated("fields", @hash["fields"])
        fields = @hash["fields"].each_with_index.map { |field, index| field(field, "#{@pointer}/fields/#{index}") }
        references
        formulas(fields)
        forms = forms(fields)
        @faults.count == before ? build(fields, **forms) : nil
      end

      private

      def build(fields, forms:, path:)
        Catalogue::RecordType.new(
          id: @hash["id"], name: @hash["name"], plural: @hash["plural"], fields: fields,
          sections: @hash["sections"].map { |item| Catalogue::Section.new(id: item["id"], name: item["name"]).freeze },
          title_field: @hash["title_field"], list_fields: @hash["list_fields"],
          category_field: @hash["category_field"], forms: forms, path: path, precedence: @hash["precedence"],
          permissions: @hash["actions"] || {}
        )
      end

      def repeated(member, items)
        seen = {}
        items.each_with_index do |item, index|
          if seen[item["id"]]
            @faults.add("#{@pointer}/#{member}/#{index}/id", "the identifier “#{item['id']}” is used twice")
          end
          seen[item["id"]] = true
        end
      end

      def field(hash, pointer)
        known(hash["section"], @hash["sections"].map { |section| section["id"] }, "#{pointer}/section", "section")
        known(hash["label"], @label_ids, "#{pointer}/label", "sensitivity label")
        known(hash["refers_to"], @type_ids, "#{pointer}/refers_to", "record type") if hash["refers_to"]
        options(hash, pointer)
        Catalogue::Field.new(
          id: hash["id"],
          name: hash["name"],
          kind: hash["kind"],
          section: hash["section"],
          label: hash["label"],
          help: hash["help"],
          formula: hash["formula"],
          numbering: hash["numbering"],
          refers_to: hash["refers_to"],
          baseline: hash["baseline"],
          typed_when_incomplete: hash["typed_when_incomplete"] || false,
          precedence: hash["precedence"],
          max_length: hash["max_length"] || Catalogue::Kind::TEXT_LIMIT,
          retired: hash["retired"] || false,
          inherits: hash["inherits"] || {},
          options: (hash["options"] || []).map { |item| Catalogue::Option.new(**item.transform_keys(&:to_sym)).freeze }
        )
      end

      def options(hash, pointer)
        takes = Catalogue::Kind[hash["kind"]].takes
        @faults.add(pointer, "a choice field needs options") if takes.include?("options") && !hash["options"]
        Catalogue::Kind::MEMBERS
          .except(*takes)
          .each { |member, words| @faults.add("#{pointer}/#{member}", words) if hash[member] }
        ids = (hash["options"] || []).map { |option| option["id"] }
        @faults.add("#{pointer}/options", "an option's identifier is used twice") if ids.uniq.size < ids.size
      end

      def references
        ids = @hash["fields"].map { |field| field["id"] }
        known(@hash["title_field"], ids, "#{@pointer}/title_field", "field") if @hash["title_field"]
        (@hash["list_fields"] || []).each_with_index do |id, index|
          known(id, ids, "#{@pointer}/list_fields/#{index}", "field")
        end
        return unless @hash["category_field"]

        found = @hash["fields"].find { |field| field["id"] == @hash["category_field"] }
        return if found && Catalogue::Kind[found["kind"]].family == :choice

        @faults.add("#{@pointer}/category_field", "must be a choice field of this record type")
      end

      def formulas(fields)
        return if fields.map(&:id).uniq.size < fields.size

        Catalogue::FormulaCheck.faults(fields).each do |id, message|
          index = fields.index { |field| field.id == id }
          @faults.add("#{@pointer}/fields/#{index}/formula", message)
        end
      end

      def forms(fields)
        reader =
          FormsReader.new(
            fields, @hash["sections"].to_h { |section| section.values_at("id", "name") }, @directory, @faults
          )
        {
          forms: @hash["forms"] ? reader.forms(@hash["forms"], "#{@pointer}/forms") : [],
          path: @hash["path"] && reader.path(@hash["path"], "#{@pointer}/path")
        }
      end

      def known(id, ids, pointer, noun)
        @faults.add(pointer, "there is no #{noun} “#{id}”") unless ids.include?(id)
      end
    end
  end
end
