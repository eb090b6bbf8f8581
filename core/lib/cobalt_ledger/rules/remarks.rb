# frozen_string_literal: true

module CobaltLedger
  module Rules
    # What is worth pointing out of a rule that is sound: nothing is wrong, but it may not be what was meant.
    module Remarks
      module_function

      # rule: Rule; record_type: Catalogue::RecordType. Array of String.
      def of(rule, record_type) = TitleCheck.remarks(rule, record_type) + beginnings(rule)

      # A value to begin with is given to new records only.
      def beginnings(rule)
        others = rule.reach.modes - ["create"]
        return [] if others.empty? || (rule.effects + rule.otherwise).none?(Effects::Default)

        ["A starting value applies only when creating: #{Words.list(others.map do |mode|
          Sentence::MODES[mode]
        end)} " \
         "it has no effect."]
      end
      private_class_method :beginnings
    end
  end
end
