# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Hiding clears what was typed, and the save makes it final.
      # Bad: hides and clears the outcome when the decision is changed. Good: keeps it.
      class LostEntry < Detector
        known_as "lost_entry", order: 51
        describes "Lost entry",
                  severity: "note",
                  group: "housekeeping",
                  meaning: "Hiding a field clears its value, permanently once the form is saved."

        def findings
          @survey
            .rules
            .select { |rule| rule.contributions.any?(&:clears?) && rule.condition }
            .map do |rule|
              fields = @type.fields.select { |field| rule.contributions_on(field).any?(&:clears?) }
              finding(
                "#{called(rule)} clears #{names(fields)} when it hides #{fields.size == 1 ? 'it' : 'them'}: a " \
                "typed value is lost when the form is saved.",
                fields: fields, rules: [rule],
                remedies: [change(rule, "Keep the value while #{called(rule)} hides it") { |document| kept(document) }]
              )
            end
        end

        private

        def kept(document) = document.merge("lines" => document["lines"].map { |line| kept_in(line) })

        def kept_in(line)
          %w[effects otherwise].reduce(line) do |found, half|
            found[half] ? found.merge(half => found[half].map { |effect| effect.except("clear") }) : found
          end
        end
      end
    end
  end
end
