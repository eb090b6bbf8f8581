# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A rule gives what already holds without it; or its condition can never hold, or always holds though it looks
      # conditional.
      # Bad: locks a field in view mode, where everything is locked. Bad: when count is more than 5 and less than 3.
      # Good: a rule of which at least one person, somewhere, would notice the absence.
      class NoEffect < Detector
        include Influence

        known_as "no_effect", order: 21
        describes "No effect",
                  severity: "warning",
                  group: "no_effect",
                  by_precedence: true,
                  meaning: "The rule changes nothing, or its condition is always false or always true."

        def findings
          same + speechless + conditions
        end

        private

        def same
          idle.filter_map do |rule, how|
            next unless how == :same

            finding(
              "#{called(rule)} has no effect: everything it does is already the case without it.",
              fields: fields_of(rule), rules: [rule],
              example: where_it_applies(rule), remedies: [switch_off(rule), remove(rule)]
            )
          end
        end

        # Those that speak of nothing any more: all their fields are retired, or their sections empty.
        def speechless
          @survey.rules.select { |rule| fields_of(rule).empty? && applies?(rule) }.map do |rule|
            finding(
              "#{called(rule)} has no effect: every field that it names is retired, or it names an empty section.",
              rules: [rule], remedies: [switch_off(rule), remove(rule)]
            )
          end
        end

        # Is it for anyone, and does anything of it ever apply?
        def applies?(rule)
          return false if @survey.matching(rule).zero?

          rule.condition.nil? || rule.otherwise.any? || outcomes(rule)[0].any? { |outcome| outcome != false }
        end

        # The possible outcomes of the rule's condition in the modes that it reaches: as Survey#comes_to.
        def outcomes(rule)
          modes = rule.reach.modes.empty? ? Cases::MODES : rule.reach.modes & Cases::MODES
          @survey.comes_to(rule.condition, modes)
        end

        def conditions
          @survey.rules.select(&:condition).filter_map do |rule|
            found, complete = outcomes(rule)
            fields_of(rule).first(1).each { |field| @survey.unsure(field) } unless complete
            case complete && found
            when [false] then rule.contributions.any?(&:otherwise?) ? otherwise_always(rule) : never_holds(rule)
            when [true] then always_holds(rule)
            end
          end
        end

        def unconditional(document)
          document.except("when").merge("lines" => document["lines"].map { |line| line.except("otherwise") })
        end

        # What is left of a rule whose condition never holds: what its otherwise gives, always.
        def only_otherwise(document)
          lines = document["lines"].select { |line| line["otherwise"] }
          document.except("when").merge(
            "lines" => lines.map { |line| line.except("otherwise").merge("effects" => line["otherwise"]) }
          )
        end

        def otherwise_always(rule)
          finding(
            "#{called(rule)} looks conditional, but #{rule.condition.words(@directory)} never holds: its otherwise " \
            "always applies.",
            fields: fields_of(rule), rules: [rule], facet: "condition",
            remedies: [change(rule, "Always apply the “otherwise” of #{called(rule)}") { |each| only_otherwise(each) }]
          )
        end

        def parts(condition) = condition.is_a?(Conditions::All) ? condition.parts : [condition]

        def never_holds(rule)
          mode = (rule.reach.modes & Cases::MODES).first || "edit"
          answer = Conditions::Solver::Satisfy.new(
            @type, mode, Conditions::Facts.new(directory: @directory, at: @survey.at, zone: @policy.zone),
            free: [*Space::OPEN, [:user]]
          ).answer(parts(rule.condition))
          clash = (answer.clash || []).map { |index| parts(rule.condition)[index].words(@directory) }
          why = "#{rule.condition.words(@directory)} can’t be true"
          why = "#{Words.list(clash)} can’t be true together" if clash.size > 1
          finding(
            "#{called(rule)} never applies: #{why}.",
            fields: fields_of(rule), rules: [rule], facet: "condition", remedies: [switch_off(rule), remove(rule)]
          )
        end

        def always_holds(rule)
          finding(
            "#{called(rule)} looks conditional, but #{rule.condition.words(@directory)} always holds.",
            fields: fields_of(rule),
            rules: [rule],
            facet: "condition",
            remedies: [
              change(rule, "Remove the condition from #{called(rule)}") { |document| unconditional(document) }
            ]
          )
        end
      end
    end
  end
end
