# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The account of one field: every stage with every line that spoke in it, whether it won, was overruled or does not
    # apply, and the access after it. Values only; Formats::ReasoningJson writes it out.
    class Account
      # Does something apply? applies: :applies, :in_doubt or :not_applicable; part: what keeps it from applying,
      # :state, :audience, :unit, :mode, :channel, :form, :window or :condition; because: words; condition:
      # Conditions::Explanation.
      Standing = Struct.new(:applies, :part, :because, :condition, keyword_init: true) do
        # Is it what the record holds that it depends on?
        def by_record? = %i[condition window].include?(part)
      end

      # What became of one facet that a rule gives. value: Integer of Facets; verdict: :won, :agrees or :overruled;
      # by: Array of Rules::Contribution that overruled it; words: why.
      Verdict = Struct.new(:value, :verdict, :by, :words)

      # A label, baseline or the field's own baseline. giver: Access::Result::Giver; words: what it is called; state:
      # what it gives; balance: access level after it.
      BaselineLine = Struct.new(:giver, :words, :state, :standing, :balance, keyword_init: true)

      # One half of a rule. facets: Hash of facet to Verdict, nil where it does not apply.
      RuleLine = Struct.new(:contribution, :standing, :facets, :balance) do
        # Is it one that does not apply, whatever the record holds?
        def silent? = facets.nil? && !standing.by_record?

        # Did it win on some facet?
        def prevails? = facets ? facets.each_value.any? { |verdict| verdict.verdict == :won } : false
      end

      # What consistency took away. dropped: Access::Result::Drop.
      ConsistencyLine = Struct.new(:dropped, :balance)

      # A stage. balance: access level on leaving it.
      Stage = Struct.new(:name, :lines, :balance)

      # Where the field's value comes from. contribution: Rules::Contribution, nil for the formula; verdict: :won,
      # :overruled, :not_needed, :not_applicable, :in_doubt or :in_a_loop.
      ValueLine = Struct.new(:contribution, :words, :verdict, :because)

      attr_reader :field, :result, :precedence, :baseline, :rules, :guardrails, :consistency, :value

      # field: Catalogue::Field; result: Access::Result; precedence: Access::PrecedenceMethod class; baseline, rules,
      # guardrails, consistency: Stage; value: Array of ValueLine.
      def initialize(field, result, precedence:, baseline:, rules:, guardrails:, consistency:, value:)
        @field = field
        @result = result
        @precedence = precedence
        @baseline = baseline
        @rules = rules
        @guardrails = guardrails
        @consistency = consistency
        @value = value
        freeze
      end

      # The access level of the field in the end.
      def level = result.final.level

      # In the order in which they are read.
      def stages = [baseline, rules, guardrails, consistency]

      # Array of RuleLine: of all rules and guardrails that speak of the field, applying or not.
      def rule_lines = rules.lines + guardrails.lines
    end
  end
end
