# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What sets two decisions about the same record type apart, field by field: another access, or another value as
    # the person sees it.
    class Difference
      # One field that differs. before, after: Seen; because: Array of Rules::Contribution.
      Line = Struct.new(:field, :before, :after, :because, keyword_init: true)

      # What a person meets. level: access level; words: the value as it is disclosed, nil where there is none to read.
      Seen = Struct.new(:level, :words)

      # before, after: Decision.
      def initialize(engine, before, after)
        @engine = engine
        @before = before
        @after = after
      end

      # Array of Line, in the order of the fields.
      def lines
        ids = @before.fields.keys.reject { |id| seen(@before, id) == seen(@after, id) }
        return [] if ids.empty?

        old = @engine.explain(@before, ids)
        new = @engine.explain(@after, ids)
        ids.map do |id|
          Line.new(
            field: @after[id].field, before: seen(@before, id), after: seen(@after, id),
            because: because(id, old[id], new[id])
          )
        end
      end

      private

      def seen(decision, id)
        field = decision[id]
        words = field.disclose(decision.values[id]).first
        words = field.field.say(decision.values[id], @engine.directory) unless field.masked? || words.nil?
        Seen.new(field.level, words)
      end

      # The rules that stand otherwise than before: first those that prevail, or did.
      def because(id, old, new)
        was = lines_by_contribution(old)
        is = lines_by_contribution(new)
        turned = (was.keys | is.keys).reject { |each| was[each]&.standing&.applies == is[each]&.standing&.applies }
        prevailing = turned.select { |each| was[each]&.prevails? || is[each]&.prevails? }
        ((prevailing.empty? ? turned : prevailing) + writers(id)).uniq(&:id)
      end

      def lines_by_contribution(account)
        account.rule_lines.to_h { |line| [line.contribution, line] }.compare_by_identity
      end

      # Rules that write the value, or did.
      def writers(id)
        was, is = [@before, @after].map { |decision| decision.settled.written[id] }
        was == is ? [] : [was, is].compact.map { |write| write.action.contribution }
      end
    end
  end
end
