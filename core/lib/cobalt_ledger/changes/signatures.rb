# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Which signatures some edits need, by the policy they are made on: edits can't free themselves of them.
    class Signatures
      # approval: Rules::Approval; because: in words, what of the edits it is for.
      Needed = Struct.new(:approval, :because, keyword_init: true)

      # before, after: Decisions::Engine; edits: Array of Edit. The block gives what the edits come to, [Array of Line,
      # Array of Undecided]; it is only asked where a signature depends on that. types: as of Knowing.
      def initialize(before, after, edits, types: nil, &account)
        @before = before.policy
        @after = after.policy
        @edits = edits
        @work_out = account
        @knowing = Knowing.new(before, after, types: types)
        @labelled = Labelled.new([@before, @after], @knowing)
      end

      # Array of Needed, in the order of the policy.
      def needed
        @before.approval.filter_map do |approval|
          because = reason(approval)
          because && Needed.new(approval: approval, because: because)
        end
      end

      private

      # Users who can change who signs could sign for everything: that takes all signatures there are.
      def reason(approval)
        return "it changes who must sign" if @edits.any? { |edit| [edit.kind, edit.id] == %w[setting approval] }

        edits = @edits.select { |edit| concerned?(approval, edit) }
        return nil if edits.empty?
        return edit_words(edits) unless approval.by_account?

        lifted(approval, edits) || loosened(edits) || known(approval) || line_words(approval) || unsure_words(approval)
      end

      def concerned?(approval, edit)
        return false if approval.guardrails && !guardrail?(edit)
        return true if approval.record_types.nil? || types(edit).nil? || approval.by_account?

        approval.record_types.intersect?(types(edit))
      end

      def guardrail?(edit)
        edit.kind == "rule" && [edit.before, edit.after].compact.any? { |rule| rule["kind"] == "guardrail" }
      end

      # Record types that an edit is about; nil for all of them.
      def types(edit)
        sides = [edit.before, edit.after].compact
        case edit.kind
        when "record_type" then [edit.id]
        when "rule", "baseline" then sides.map { |side| side["record_type"] }.uniq
        when "expectation" then sides.flat_map { |side| expected_types(side) || (return nil) }.uniq
        end
      end

      def expected_types(expectation)
        expectation.key?("never") ? expectation["never"]["record_types"] : [expectation["question"]["record_type"]]
      end

      # A field that loses the label which the signature watches over.
      def lifted(approval, edits)
        return nil unless approval.labels

        edits.each do |edit|
          next unless edit.kind == "record_type" && edit.before && type?(approval, edit.id)

          after = (edit.after&.fetch("fields") || []).to_h { |field| [field["id"], field["label"]] }
          field = edit.before["fields"].find do |each|
            approval.labels.include?(each["label"]) && after.key?(each["id"]) && after[each["id"]] != each["label"]
          end
          return "#{field['name']} is #{label_name(field['label'])} no longer" if field
        end
        nil
      end

      def loosened(edits)
        LoosenedLimits.words(@before, @after) if edits.any? { |edit| edit.kind == "setting" }
      end

      # What can be known that could not.
      def known(approval)
        @knowing.first { |type, field| type?(approval, type) && labelled?(approval, [field.label]) }&.words
      end

      def label_name(id) = (@before.label(id) || @after.label(id))&.name&.downcase || id

      def line_words(approval)
        line = account[0].find do |each|
          covered?(approval, each) && (!approval.opens || @labelled.opens?(each))
        end
        line && "#{name(line)}: #{Words.list(Direction.said(line.direction))}"
      end

      # What could not be decided is signed for like what it may be.
      def unsure_words(approval)
        found = account[1].find { |each| covered?(approval, each) }
        found && "#{name(found)}: the effect could not be determined"
      end

      def covered?(approval, each)
        return false unless type?(approval, each.record_type)

        labelled?(approval, @labelled.labels(each))
      end

      def labelled?(approval, labels) = approval.labels.nil? || approval.labels.intersect?(labels)

      def type?(approval, id) = approval.record_types.nil? || approval.record_types.include?(id)
      def account = @account ||= @work_out.call

      def name(each)
        known = [@after, @before].filter_map { |policy| policy.record_type(each.record_type) }
        subject = known.filter_map { |type| type.subject(each.field) }.first
        "#{subject&.name || each.field} (#{known.first.name})"
      end

      def edit_words(edits)
        first = edits.first.after || edits.first.before
        name = first.is_a?(Hash) ? first["title"] || first["name"] : nil
        "#{Words.capitalize(edits.first.kind.tr('_', ' '))} #{name || edits.first.id} is #{edits.first.verb}" \
          "#{", and #{Words.count(edits.size - 1, 'more edit')}" if edits.size > 1}"
      end
    end
  end
end
