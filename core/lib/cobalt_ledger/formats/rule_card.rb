# frozen_string_literal: true

module CobaltLedger
  module Formats
    # How a rule is named wherever one is: {"id", "number", "title"}.
    module RuleCard
      module_function

      # rule: Rules::Rule or Rules::Contribution.
      def of(rule) = { "id" => rule.id, "number" => rule.number, "title" => rule.title }

      # The rules behind several contributions, each once.
      def all(rules) = rules.map { |rule| of(rule) }.uniq
    end
  end
end
