# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Applies edits to a policy document and finds the edits between two.
    module DocumentEdits
      LISTS = {
        "rule" => "rules", "record_type" => "record_types", "baseline" => "baselines", "label" => "labels",
        "expectation" => "expectations"
      }.freeze
      SETTINGS = %w[name precedence time_zone places separations writers programs limits automations approval].freeze

      # What a setting is where a document says nothing of it; of the others it has to say something, or stays as it is.
      UNSAID = { "places" => [], "separations" => [], "writers" => [], "programs" => [], "limits" => {},
                 "automations" => [], "approval" => [] }.freeze

      # The same of settings that a document may leave out though something else is meant by that.
      USUAL = { "precedence" => "strictest", "time_zone" => "Etc/UTC" }.freeze

      module_function

      # Returns a new document; the given one stays as it is.
      def apply(document, edits)
        edits.reduce(document) do |result, edit|
          next result.merge(edit.id => edit.after) if edit.kind == "setting"

          list = LISTS.fetch(edit.kind)
          result.merge(list => put(result[list] || [], edit))
        end
      end

      # The Edits that lead from one document to another. whole: true where what the other leaves out is as it usually
      # is, and does not stay.
      def between(from, to, whole: false)
        lists = LISTS.flat_map { |kind, list| differences(kind, from[list] || [], to[list] || []) }
        lists + SETTINGS.filter_map do |name|
          before, after = [from, to].map { |document| document[name] || UNSAID[name] || (USUAL[name] if whole) }
          Edit.new(kind: "setting", id: name, before: from[name], after: after) unless after.nil? || before == after
        end
      end

      # One subject of a document, or nil.
      def find(document, kind, id)
        return document[id] if kind == "setting"

        (document[LISTS.fetch(kind)] || []).find { |item| item["id"] == id }
      end

      # items: Array of documents. The same with one edit made.
      def put(items, edit)
        index = items.index { |item| item["id"] == edit.id }
        return items.reject { |item| item["id"] == edit.id } if edit.after.nil?

        index ? items.dup.tap { |copy| copy[index] = edit.after } : items + [edit.after]
      end

      def differences(kind, from, to)
        old = from.to_h { |item| [item["id"], item] }
        new = to.to_h { |item| [item["id"], item] }
        (old.keys | new.keys).filter_map do |id|
          Edit.new(kind: kind, id: id, before: old[id], after: new[id]) unless old[id] == new[id]
        end
      end
      private_class_method :differences
    end
  end
end
