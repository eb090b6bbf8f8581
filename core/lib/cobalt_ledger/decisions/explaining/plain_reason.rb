# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # Why somebody can't type into a field, for people who know nothing of rules: by the titles of the rules that keep
    # it shut, by what the person lacks to have it opened, or by how sensitive it is.
    class PlainReason
      # decision: Decision; field: Catalogue::Field that is not open in it; policy: Rules::Policy.
      def initialize(decision, field, policy)
        @decision = decision
        @field = field
        @policy = policy
      end

      # A sentence without its full stop, or titles of rules.
      def words = titles || lacking || labelled || "It can’t be edited here"

      private

      def result = @result ||= @decision.result(@field.id)

      def titles
        found = %w[masked locked].map { |kind| Blame.titles(Blame.rules(result, kind)) }.reject(&:empty?).uniq
        found.join("; ") unless found.empty?
      end

      # What rules that would open it ask of the person, and do not find, such as a clearance.
      def lacking
        names = opening.reject { |each| @decision.outcomes[each.test] }
          .flat_map { |each| each.source.test.reads }.filter_map { |kind, name| name if kind == :attribute }.uniq
        "Your #{Words.list(names)} #{names.size == 1 ? 'doesn’t' : 'don’t'} allow it" if names.any?
      end

      def opening
        @decision.plan.slot_of(@field.id).rules.select do |each|
          each.test && [each.source.gives.visibility, each.source.gives.entry].include?(Access::Facets::OPEN)
        end
      end

      def labelled
        label = @policy.label(@field.label)
        "It is labelled “#{label.name}”" if Blame.beginnings(result).any? { |giver| giver.kind == :label } &&
                                            shuts?(label.start)
      end

      def shuts?(start) = [start.visibility, start.entry].any? { |value| value&.positive? }
    end
  end
end
