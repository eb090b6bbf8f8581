# frozen_string_literal: true

require "tsort"

module CobaltLedger
  module Audit
    # Rules that write what others of them read, and so may set each other going without end.
    class Rings
      # Fields that a rule writes. type: Catalogue::RecordType.
      def self.written(type, rule)
        type.fields.select { |field| rule.contributions_on(field).any?(&:writes?) }
      end

      # survey: Survey; rules: Array of Rules::Rule that write values.
      def initialize(survey, rules)
        @survey = survey
        @type = survey.record_type
        @rules = rules
      end

      # Array of Array of Rules::Rule, each with all rules that hang together in rings.
      def found
        fed = @rules.to_h { |rule| [rule, @rules.select { |other| feeds?(rule, other) }] }
        each_node = ->(&block) { @rules.each(&block) }
        TSort.strongly_connected_components(each_node, ->(rule, &block) { fed[rule].each(&block) })
          .select { |group| group.size > 1 || fed[group[0]].include?(group[0]) }
      end

      # Does a rule write what another reads? Computed fields between them count.
      def feeds?(rule, other) = written(rule).intersect?(read(other))

      # Is there a ring among some of the rules?
      def ring_among?(rules) = !Graph.ring(rules) { |rule| rules.select { |other| feeds?(rule, other) } }.nil?

      private

      def written(rule) = (@written ||= {})[rule.id] ||= Rings.written(@type, rule).map(&:id)

      # Identifiers of the fields by which it is decided whether and what a rule writes.
      def read(rule)
        (@read ||= {})[rule.id] ||= begin
          ids = rule.readers.flat_map(&:fields) | clearing(rule)
          ids | ids.flat_map { |id| @type.formulas.inputs_of(id) }
        end
      end

      # What clears a field that it hides depends on all that tell whether it is hidden.
      def clearing(rule)
        @type.fields.select { |field| rule.contributions_on(field).any?(&:clears?) }.flat_map do |field|
          @survey.bearing_on(field).select { |each| each.contributions_on(field).any? { |part| part.gives.visibility } }
            .flat_map { |each| each.condition&.fields || [] }
        end
      end
    end
  end
end
