# frozen_string_literal: true

module CobaltLedger
  module Changes
    # What a change of people lets whom meet of fields that carry a label, under one policy. What could not be decided
    # counts as opened.
    class Opened
      # before, after: Decisions::Engine, of one policy and two directories; labels: identifiers of the labels that
      # count; comparison: Comparison of both; types: identifiers of the record types that there was time for; idle:
      # identifiers of people who can't sign in, and so meet nothing.
      def initialize(before, after, labels, comparison, types: comparison.record_types, idle: [])
        @labels = labels
        @idle = idle
        @comparison = comparison
        @types = types
        @labelled = Labelled.new([before.policy, after.policy], Knowing.new(before, after, types: types))
      end

      # Array of Line.
      def lines
        @lines ||= @comparison.lines(@types).select { |line| @labelled.opens?(line) && counts?(line) }
      end

      # Array of Undecided.
      def undecided = @undecided ||= @comparison.undecided(@types).select { |each| counts?(each) }

      # Is there nothing, and was there time to look at everything?
      def none? = lines.empty? && undecided.empty? && late.empty?

      # Identifiers of record types that were not looked at.
      def late = @comparison.record_types - @types

      # Identifiers of the people whom it is about.
      def people = (lines + undecided).flat_map(&:people).uniq - @idle

      private

      def counts?(each) = (each.people - @idle).any? && @labelled.labels(each).intersect?(@labels)
    end
  end
end
