# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Tells from the result of the stages for a field what keeps someone from typing into it: of each facet that shuts,
    # the rules that made it so, or else what it began with.
    class Hindrance
      # Kinds of Blame by facet, the strictest first.
      SHUT = { visibility: %w[hidden masked], entry: %w[locked], permission: %w[denied] }.freeze

      # One thing that is in the way. words: for people; rule: identifier where it is one, or nil.
      Reason = Struct.new(:words, :rule)

      # result: Access::Result of one field.
      def initialize(result)
        @result = result
      end

      # Array of Reason, without repeats.
      def to_a
        given = SHUT.flat_map { |facet, kinds| shutting(facet, kinds) }.uniq
        # What is hidden locks itself; that is worth saying only where nothing else is in the way.
        if given.any?
          given
        else
          @result.dropped.select do |drop|
            %i[entry permission].include?(drop.facet)
          end.map { |drop| Reason.new(Words.capitalize(drop.words)) }
        end
      end

      private

      def shutting(facet, kinds)
        kind, rules = kinds.map { |each| [each, Blame.rules(@result, each)] }.find { |_, blamed| blamed.any? }
        return rules.map { |rule| Reason.new("#{rule.number} “#{rule.title}” gives #{kind}", rule.id) } if rules
        return [] if @result.rules_behind(facet).any?

        giver, value = beginning(facet)
        giver ? [Reason.new("#{Blame.name(giver)} starts as #{Access::Facets.name(facet, value)}")] : []
      end

      # The strictest of what speaks of the facet, where it shuts; of equals the last.
      def beginning(facet)
        @result.beginning(facet).select { |_, value| value&.positive? }.reverse.max_by(&:last)
      end
    end
  end
end
