# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Brings edits that were made on one edition up to another. Nothing is lost and nothing wins unseen: what both
    # changed, and what can't stand any more, is held aside until a person settles it.
    class Rebase
      # edit: Edit as it was; theirs: the subject in the newer edition, or nil; parts: names of what both changed, empty
      # where only the rest has moved away from under it; faults: Array of Fault, why it can't stand.
      Aside = Struct.new(:edit, :theirs, :parts, :faults, keyword_init: true)

      # Removals of what names other things come before those things go; what is named comes before what names it.
      ORDER = %w[label setting record_type baseline expectation rule].freeze

      # edits: Array of Edit; document: policy document of the newer edition. The block judges a document: it raises
      # BadInput where that is not sound.
      def initialize(edits, document, &judge)
        @edits = edits
        @document = document
        @judge = judge
      end

      # [Array of Edit made on the newer edition, Array of Aside, Array of Edit of which nothing is left to do].
      def run
        clear, clashing, gone = sorted
        standing = sound?(clear) ? clear : standing(clear)
        aside = (clear - standing).map { |edit| stranded(edit, standing) }
        [standing, clashing + aside, gone]
      end

      private

      def sorted
        clear = []
        clashing = []
        gone = []
        @edits.each do |edit|
          theirs = DocumentEdits.find(@document, edit.kind, edit.id)
          outcome = ThreeWay.of(edit, theirs)
          case outcome.kind
          when :gone then gone << edit
          when :clash
            clashing << Aside.new(edit: edit, theirs: theirs, parts: outcome.parts, faults: [])
          else clear << Edit.new(kind: edit.kind, id: edit.id, before: theirs, after: outcome.after)
          end
        end
        [placed(clear), clashing, gone]
      end

      # A new rule whose place another one has taken meanwhile comes behind all there are.
      def placed(edits)
        edited = edits.to_h { |edit| [[edit.kind, edit.id], edit] }
        taken = @document["rules"].reject { |rule| edited.key?(["rule", rule["id"]]) }.to_set { |rule| seat(rule) }
        edits.each { |edit| taken << seat(edit.after) if edit.kind == "rule" && edit.before && edit.after }
        edits.map do |edit|
          next edit unless edit.kind == "rule" && edit.before.nil?

          rule = edit.after
          rule = rule.merge("rank" => last_rank(taken, rule) + 1) unless taken.add?(seat(rule))
          taken << seat(rule)
          Edit.new(kind: "rule", id: edit.id, before: nil, after: rule)
        end
      end

      def seat(rule) = rule.values_at("record_type", "kind", "rank")

      def last_rank(taken, rule)
        taken.filter_map { |type, kind, rank| rank if [type, kind] == rule.values_at("record_type", "kind") }.max
      end

      # As many of the edits as can stand together, found by halves; what only stands once others do is tried again.
      def standing(edits)
        left = edits.sort_by { |edit| place(edit) }
        found = []
        loop do
          taken = halves(found, left)
          break if taken.empty?

          found += taken
          left -= taken
        end
        found
      end

      def halves(found, edits)
        return [] if edits.empty?
        return edits if sound?(found + edits)
        return [] if edits.size == 1

        first, rest = edits.each_slice((edits.size / 2.0).ceil).to_a
        taken = halves(found, first)
        taken + halves(found + taken, rest)
      end

      def place(edit)
        index = ORDER.index(edit.kind)
        edit.after.nil? ? -index : index + 1
      end

      def sound?(edits)
        @judge.call(DocumentEdits.apply(@document, edits))
        true
      rescue BadInput
        false
      end

      def stranded(edit, standing)
        @judge.call(DocumentEdits.apply(@document, standing + [edit]))
        Aside.new(edit: edit, theirs: edit.before, parts: [], faults: [])
      rescue BadInput => e
        Aside.new(edit: edit, theirs: edit.before, parts: [], faults: e.faults)
      end
    end
  end
end
