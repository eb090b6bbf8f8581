# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A sensitive field is shown and open to everyone, or has no rule at all.
      # Bad: a restricted field that a rule shows to everyone. Good: shown to those who need it.
      class WideOpen < Detector
        known_as "wide_open", order: 42
        describes "Wide open",
                  severity: "warning",
                  group: "exposed",
                  meaning: "A field whose label covers it is shown and open to somebody who is nobody in particular."

        def findings
          @type.fields.select { |field| sensitive?(field) }.filter_map do |field|
            decision = @survey.engine.decide(anybody)
            next unless decision[field.id].state.visibility == Access::Facets::SHOWN

            rules =
              @survey
                .rules_on(field)
                .select { |rule| rule.audience.everyone? && shows?(rule, field) }
            finding(
              "#{field.name} is #{@policy.label(field.label).name.downcase}, and everyone may see it.",
              fields: [field], rules: rules, example: Evidence.of(anyone, decision, [field]),
              remedies: rules.map { |rule| switch_off(rule) }
            )
          end
        end

        private

        def shows?(rule, field)
          rule.holding_on(field).any? { |each| each.gives.visibility == Access::Facets::SHOWN }
        end

        def sensitive?(field) = @policy.label(field.label).start.visibility != Access::Facets::SHOWN

        # Somebody who has no role, group, department or unit.
        def anybody
          @anybody ||=
            Decisions::Question.new(
              principals: @directory.bare(:everyone), record_type: @type, unit: @survey.units.first, mode: "edit",
              at: @survey.at
            )
        end

        # A person to show it with.
        def anyone
          user = @directory.users.min_by { |each| each.roles.size + each.groups.size } or return anybody
          @survey.question(user, @survey.units.first, "edit")
        end
      end
    end
  end
end
