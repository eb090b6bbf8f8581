# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What becomes of a baseline or a label, in plain words: what fields and actions begin with.
    class Beginnings
      FACETS = %w[visibility entry presence].freeze

      # A starting state of a document in words: "hidden and locked"; nothing where it is nil.
      def self.words(state)
        return "nothing" if state.nil?

        told = state.values_at(*FACETS).compact
        told.map! { |each| each == "masked" && state["mask"] ? "masked (#{mask(state['mask'])})" : each }
        told << "can be replaced while masked" if state["replace"]
        Words.list(told)
      end

      def self.mask(document) = Masks::Mask.from(document).words
      private_class_method :mask

      # before, after: documents of the baseline or label, nil where it is not there; type: Catalogue::RecordType that
      # a baseline is of, or nil; directory: Directory::Directory.
      def initialize(before, after, type, directory)
        @sides = [before || {}, after || {}]
        @type = type
        @directory = directory
      end

      # Array of String, never empty.
      def lines
        all = [*name, *starts, *states, *actions, *where]
        all.empty? ? ["changes"] : all
      end

      private

      def name = @sides.all?(&:any?) ? becomes("Name", "name") { |name| name } : []
      def starts = becomes("Fields start as", "start") { |state| Beginnings.words(state) }
      def states = each_of("states") { |state| Beginnings.words(state) }
      def actions = each_of("actions") { |permission| permission || "nothing" }

      def where
        units = becomes("Units", "units") { |ids| named(ids) { |id| @directory.name_of(:unit, id) } }
        units + becomes("Categories", "categories") { |ids| named(ids, &:itself) } +
          becomes("Unit and category", "both") { |both| both ? "both must match" : "one is enough" }
      end

      def named(ids, &block) = ids.nil? || ids.empty? ? "any" : Words.list(ids.map(&block))

      # The block puts a side into words.
      def becomes(words, member)
        old, new = @sides.map { |side| side[member] }
        old == new ? [] : ["#{words}: #{yield(old)} becomes #{yield(new)}"]
      end

      def each_of(member)
        old, new = @sides.map { |side| side[member] || {} }
        (old.keys | new.keys).reject { |id| old[id] == new[id] }.map do |id|
          subject = member == "actions" ? @type&.action(id) : @type&.field(id)
          "#{subject&.name || id}: #{yield(old[id])} becomes #{yield(new[id])}"
        end
      end
    end
  end
end
