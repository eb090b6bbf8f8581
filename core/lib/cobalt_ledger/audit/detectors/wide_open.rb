# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A sensitive field is shown to someone who is no one in particular, somewhere and on some record.
      # Bad: a restricted field that a rule shows to everyone. Bad: the same in lists only, or at one unit.
      # Good: shown to those who need it.
      class WideOpen < Detector
        known_as "wide_open", order: 42
        describes "Wide open",
                  severity: "warning",
                  group: "exposed",
                  meaning: "A field covered by its label can be seen without any role, group or department."

        def findings
          @type.fields.select { |field| sensitive?(field) }.filter_map do |field|
            opened, found = [true, false].lazy.map { |opening| [opening, seen(field, opening)] }.find(&:last)
            found && tell(field, found, opened)
          end
        end

        private

        # An Anywhere::Found of someone with no role who sees it. opening: only on a record that they can open?
        def seen(field, opening)
          shown = ->(decision) { decision.state.visibility == Access::Facets::SHOWN }
          seek(field, { field => shown }, @survey.crowds.newcomer, opening: opening)
        end

        def tell(field, found, opened)
          rules = @survey.rules_on(field).select do |rule|
            rule.audience.match?(found.question.principals) && shows?(rule, field)
          end
          finding(
            "#{field.name} is #{@policy.label(field.label).name.downcase}, and no role, group or department is " \
            "needed to see it#{Where.of(found, @survey)}#{', by anyone who can open the record' unless opened}.",
            fields: [field], rules: rules,
            example: Evidence.of(found.question, found.decisions, [field], found.lines),
            remedies: rules.map { |rule| switch_off(rule) }
          )
        end

        def shows?(rule, field)
          rule.contributions_on(field).any? { |each| each.gives.visibility == Access::Facets::SHOWN }
        end

        def sensitive?(field) = @policy.label(field.label).start.visibility != Access::Facets::SHOWN
      end
    end
  end
end
