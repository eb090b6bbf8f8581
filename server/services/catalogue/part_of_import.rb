# frozen_string_literal: true

module Server
  # What of a file comes into a policy: all of it, some record types, or some fields of one; in the place of what is
  # there under the same identifier, or beside it.
  class PartOfImport
    # before: policy document as it is; options: "record_types" and "fields": identifiers, all where left out;
    # "existing": "replace" or "keep".
    def initialize(before, options)
      @before = before
      @types = options["record_types"]
      @fields = options["fields"]
      @keep = options["existing"] == "keep"
    end

    # Is only a part wanted?
    def part? = !@types.nil? || !@fields.nil? || @keep

    # What there is to choose from. document: of the file, a policy document or one with record types alone.
    def offers(document)
      (document["record_types"] || []).map do |type|
        old = known(type["id"])
        there = old ? old["fields"].map { |field| field["id"] } : []
        { "id" => type["id"], "name" => type["name"], "there" => !old.nil?,
          "fields" => type["fields"].map do |field|
            { "id" => field["id"], "name" => field["name"], "there" => there.include?(field["id"]) }
          end }
      end
    end

    # The policy document with the part of the file's.
    def merged(document)
      types = chosen(document["record_types"] || [], "record_types", @types)
      if @fields && types.size != 1
        raise CobaltLedger::BadInput.at("/fields", "can be chosen of one record type at a time")
      end

      @before.merge(
        "labels" => labels(document, types), "record_types" => joined(@before["record_types"], types.map do |type|
          type(type)
        end),
        **lists(document, types)
      )
    end

    private

    def known(id) = @before["record_types"].find { |type| type["id"] == id }

    def chosen(items, name, wanted)
      missing = (wanted || []) - items.map { |item| item["id"] }
      raise CobaltLedger::BadInput.at("/#{name}", "the file has no “#{missing.first}”") if missing.any?

      wanted ? items.select { |item| wanted.include?(item["id"]) } : items
    end

    # Rules and baselines come with whole record types.
    def lists(document, types)
      return {} if @fields

      ids = types.map { |type| type["id"] }
      %w[rules baselines].to_h do |name|
        [name, joined(@before[name] || [], (document[name] || []).select { |each| ids.include?(each["record_type"]) })]
      end
    end

    # Labels that fields go by and that are not there yet.
    def labels(document, types)
      used = types.flat_map { |type| type["fields"].map { |field| field["label"] } }.uniq
      there = @before["labels"].map { |label| label["id"] }
      @before["labels"] + (document["labels"] || []).select { |label| (used - there).include?(label["id"]) }
    end

    def joined(old, new)
      found = old.to_h { |item| [item["id"], item] }
      new.each { |item| found[item["id"]] = item unless @keep && !@fields && found.key?(item["id"]) }
      found.values
    end

    # A record type as it comes in: whole, or what is there with some fields of it.
    def type(type)
      return type unless @fields

      fields = chosen(type["fields"], "fields", @fields)
      old = known(type["id"]) or return type.merge("fields" => fields)
      sections = fields.map { |field| field["section"] }.uniq - old["sections"].map { |section| section["id"] }
      old.merge(
        "fields" => with_fields(old["fields"], fields),
        "sections" => old["sections"] + type["sections"].select { |section| sections.include?(section["id"]) }
      )
    end

    def with_fields(old, new)
      found = old.to_h { |field| [field["id"], field] }
      new.each { |field| found[field["id"]] = field unless @keep && found.key?(field["id"]) }
      found.values
    end
  end
end
