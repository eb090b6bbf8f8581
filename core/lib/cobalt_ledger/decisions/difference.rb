# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # What sets two decisions about the same record type apart, field by field: another access, or another value as
    # the person sees it.
    class Difference
      # One field that differs. before, after: {"level", "words"}; because: Array of {"id", "number", "title"}.
      Line = Struct.new(:field, :name, :before, :after, :because, keyword_init: true) do
        def to_h = { "field" => field, "name" => name, "before" => before, "after" => after, "because" => because }
      end

      # before, after: Question.
      def initialize(engine, before, after)
        @engine = engine
        @before = before
        @after = after
      end

      # Array of Line, in the order of the fields.
      def lines
        old = @engine.decide(@before)
        new = @engine.decide(@after)
        ids = old.fields.keys.reject { |id| seen(old, id) == seen(new, id) }
        return [] if ids.empty?

        old = @engine.decide(@before, reasoning: ids)
        new = @engine.decide(@after, reasoning: ids)
        ids.map { |id| line(id, old, new) }
      end

      private

      # What a person meets: the access, and the value as it is disclosed.
      def seen(decision, id)
        field = decision[id]
        words = field.disclose(decision.values[id]).first
        words = field.field.say(decision.values[id], @engine.directory) unless field.masked? || words.nil?
        { "level" => field.level, "words" => words }.compact
      end

      def line(id, old, new)
        Line.new(field: id, name: new[id].field.name, before: seen(old, id), after: seen(new, id), because: because(id, old, new))
      end

      # The rules that stand otherwise than before: first those that prevail, or did.
      def because(id, old, new)
        was = standings(old.reasoning[id])
        is = standings(new.reasoning[id])
        turned = (was.keys | is.keys).reject { |key| was[key]&.slice("applies") == is[key]&.slice("applies") }
        prevailing = turned.select { |key| [was[key], is[key]].any? { |entry| prevails?(entry) } }
        rules = (prevailing.empty? ? turned : prevailing).map { |key| was[key] || is[key] }
        (rules + writers(id, old, new)).map { |entry| { "id" => entry["rule"], "number" => entry["number"], "title" => entry["title"] } }.uniq
      end

      def standings(account)
        Blame.entries(account, %w[rules guardrails]).to_h { |entry| [[entry["rule"], entry["otherwise"]], entry] }
      end

      def prevails?(entry) = (entry&.dig("facets") || {}).values.any? { |verdict| verdict["verdict"] == "won" }

      # Rules that write the value, or did.
      def writers(id, old, new)
        [old, new].filter_map { |decision| decision.settled.written[id] }.map(&:action).uniq(&:contribution).then do |actions|
          old.settled.written[id] == new.settled.written[id] ? [] : actions.map { |action| card(action.contribution) }
        end
      end

      def card(contribution) = { "rule" => contribution.id, "number" => contribution.number, "title" => contribution.title }
    end
  end
end
