# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A sensitive field is shown to someone who is nobody in particular, somewhere and on some record.
      # Bad: a restricted field that a rule shows to everyone. Bad: the same in lists only, or at one unit.
      # Good: shown to those who need it.
      class WideOpen < Detector
        known_as "wide_open", order: 42
        describes "Wide open",
                  severity: "warning",
                  group: "exposed",
                  meaning: "A field whose label covers it is shown to someone with no role, group or department."

        def findings
          @type.fields.select { |field| sensitive?(field) }.filter_map do |field|
            anywhere = Anywhere.new(@survey, { field => ->(decision) { shown?(decision) } }, free: Survey::FROM_NOW)
            found = anywhere.find(@survey.crowds.newcomer)
            @survey.unsure(field) unless found || anywhere.sure?
            found && tell(field, found)
          end
        end

        private

        def tell(field, found)
          rules =
            @survey.rules_on(field).select { |rule| rule.audience.match?(found.question.principals) && shows?(rule, field) }
          finding(
            "#{field.name} is #{@policy.label(field.label).name.downcase}, and someone with no role, group or " \
            "department can see it#{Where.of(found, @survey)}.",
            fields: [field], rules: rules,
            example: Evidence.of(found.question, found.decisions, [field], found.lines),
            remedies: rules.map { |rule| switch_off(rule) }
          )
        end

        def shows?(rule, field)
          rule.contributions_on(field).any? { |each| each.gives.visibility == Access::Facets::SHOWN }
        end

        def shown?(decision) = decision.state.visibility == Access::Facets::SHOWN
        def sensitive?(field) = @policy.label(field.label).start.visibility != Access::Facets::SHOWN
      end
    end
  end
end
