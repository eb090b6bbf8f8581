# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What becomes of a record type, in plain words: its fields one by one, then the rest of it.
    class Catalogued
      # Members of a field's document, as people call them, told as "before becomes after".
      MEMBERS = { "name" => "name", "kind" => "kind", "section" => "section", "label" => "sensitivity",
                  "help" => "help text", "formula" => "formula", "numbering" => "numbering", "refers_to" => "refers to",
                  "max_length" => "maximum length", "precedence" => "precedence" }.freeze

      # The same of the record type.
      HEADING = { "name" => "Name", "plural" => "Plural", "title_field" => "Title", "category_field" => "Category",
                  "precedence" => "Precedence" }.freeze

      # before, after: documents of the record type; old, new: Rules::Policy they belong to.
      def initialize(before, after, old, new)
        @types = [before, after]
        @policies = [old, new]
      end

      # Array of String, never empty.
      def lines
        all = [listing("New fields", ids[1] - ids[0], 1), listing("Removed fields", ids[0] - ids[1], 0),
               *(ids[0] & ids[1]).flat_map { |id| field(id) }, *heading].compact
        all.empty? ? ["its order changes"] : all
      end

      private

      def ids = @ids ||= @types.map { |type| type["fields"].map { |field| field["id"] } }
      def of(id, side) = @types[side]["fields"].find { |field| field["id"] == id }

      def listing(words, ids, side)
        ids.any? ? "#{words}: #{ids.map { |id| of(id, side)['name'] }.join(', ')}" : nil
      end

      # What becomes of one field: Array with at most one String.
      def field(id)
        old, new = [0, 1].map { |side| of(id, side) }
        return [] if old == new

        told = MEMBERS.filter_map do |member, words|
          "#{words} #{said(member, old, 0)} becomes #{said(member, new, 1)}" unless old[member] == new[member]
        end
        told += options(old, new)
        unless old["baseline"] == new["baseline"]
          told << "starts as #{Beginnings.words(new['baseline'])} instead of #{Beginnings.words(old['baseline'])}"
        end
        told << (new["retired"] ? "is retired" : "is restored") unless old["retired"] == new["retired"]
        ["#{new['name']}: #{told.empty? ? 'changes' : told.join('; ')}"]
      end

      # A value of a member, in the words of its side.
      def said(member, field, side)
        value = field[member] or return "none"
        case member
        when "kind" then Catalogue::Kind[value].title
        when "section" then (@types[side]["sections"].find do |each|
          each["id"] == value
        end || { "name" => value })["name"]
        when "label" then @policies[side].label(value)&.name || value
        else value.to_s.size > 60 ? "“#{value.to_s[0, 57]}…”" : "“#{value}”"
        end
      end

      def options(old, new)
        before, after = [old, new].map { |field| (field["options"] || []).to_h { |each| [each["id"], each] } }
        kept = after.slice(*before.keys)
        went = lambda { |id, retired|
          (after[id]["retired"] || false) == retired && after[id]["retired"] != before[id]["retired"]
        }
        [
          named("new options", after.except(*before.keys)), named("removed options", before.except(*after.keys)),
          named("retired options", kept.select { |id, _| went.call(id, true) }),
          named("restored options", kept.select { |id, _| went.call(id, false) }),
          named("renamed options", kept.reject { |id, each| before[id]["name"] == each["name"] })
        ].compact
      end

      def named(words, options)
        options.empty? ? nil : "#{words}: #{options.values.map { |each| each['name'] }.join(', ')}"
      end

      def heading
        before, after = @types
        told = HEADING.filter_map do |member, words|
          unless before[member] == after[member]
            "#{words} #{before[member] || 'none'} becomes #{after[member] || 'none'}"
          end
        end
        told << "Its sections change" unless before["sections"] == after["sections"]
        told << "Its list columns change" unless before["list_fields"] == after["list_fields"]
        told << "Its forms change" unless before["forms"] == after["forms"]
        told << "Its stages change" unless before["path"] == after["path"]
        told
      end
    end
  end
end
