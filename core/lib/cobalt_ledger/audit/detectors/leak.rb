# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A masked or hidden value can be had another way: through a computed field, or in another mode or channel.
      # Bad: the unit value is hidden, and the insured total, which is count times unit value, is shown.
      # Bad: hidden on the form, and shown to a program. Good: both are covered alike.
      class Leak < Detector
        known_as "leak", order: 41
        describes "Leak",
                  severity: "error",
                  group: "exposed",
                  meaning:
                    "A value that is hidden or masked can be had through a computed field, or in another mode or " \
                    "channel."

        # Mode, channel, and in words where that is.
        WAYS = [
          ["list", "form", "in lists"], ["view", "interface", "to programs"],
          ["view", "automation", "to automations"], ["view", "import", "to imports"]
        ].freeze

        def findings = computed + elsewhere

        private

        def covered?(state) = state.visibility != Access::Facets::SHOWN

        # Computed fields that give an input away: all other inputs are shown.
        def computed
          @type.formulas.steps.flat_map do |step|
            step.inputs.filter_map { |id| given_away(step.field, @type.field(id), step.inputs - [id]) }
          end
        end

        def given_away(total, input, others)
          fields = [total, input] | others.map { |id| @type.field(id) }
          @survey
            .cases_in(total, modes: %w[view], channel: "form")
            .each do |kase|
              people(kase, fields).each do |question, decision|
                unless decision[total.id].state.visibility == Access::Facets::SHOWN &&
                       covered?(decision[input.id].state)
                  next
                end
                next unless others.all? { |id| decision[id].state.visibility == Access::Facets::SHOWN }

                return finding(
                  "#{total.name} gives away #{input.name}: #{question.principals.title} sees the one and " \
                  "everything else in “#{total.formula}”, and may not see the other.",
                  fields: [total, input], rules: [], example: Evidence.of(question, decision, [total, input]),
                  remedies: []
                )
              end
            end
          nil
        end

        # [Question, decisions] for one person of each way of matching any of the fields' rules.
        def people(kase, fields)
          @survey.kinds_of_people(fields).map do |user|
            question = @survey.question(user, kase.question.unit, "view")
            [question, @survey.decide(question, fields)]
          end
        end

        # Covered when viewing through the form, and more open in a list, or through another channel.
        def elsewhere
          @type.fields.filter_map do |field|
            next unless @survey.rules_on(field).any? { |rule| limited?(rule) }

            escape(field)
          end
        end

        # Does it speak of sight, and not everywhere?
        def limited?(rule)
          (rule.reach.modes.any? || rule.reach.channels.any?) &&
            rule.contributions.any? { |each| each.gives.visibility }
        end

        def escape(field)
          @survey
            .cases_beside(field, "view", "form", WAYS.map { |mode, channel, _| [mode, channel] }) do |rule|
              limited?(rule)
            end
            .each do |kase|
              kase.situations.each do |outcomes, example|
                covered = kase.slot.decide(outcomes)
                next unless covered?(covered.state)

                way =
                  WAYS.find do |mode, channel, _|
                    (mode != "list" || @type.list_fields.include?(field.id)) &&
                      more_open?(kase, mode, channel, example, covered)
                  end or next
                return tell(field, kase, example, covered, way)
              end
            end
          nil
        end

        def more_open?(kase, mode, channel, example, covered)
          beside = @survey.case_beside(kase, mode, channel)
          beside && less_covered?(beside.decide(example).state, covered.state)
        end

        def tell(field, kase, example, covered, way)
          mode, channel, words = way
          beside = @survey.case_beside(kase, mode, channel)
          rules =
            @survey
              .rules_on(field)
              .select do |rule|
                (rule.reach.modes.any? || rule.reach.channels.any?) && rule.audience.match?(kase.question.principals)
              end
          finding(
            "#{field.name} is #{visibility(covered)} on the form and #{visibility(beside.decide(example))} #{words}, " \
            "for #{kase.question.principals.title}.",
            fields: [field], rules: rules, example: @survey.example(beside, example),
            remedies: rules.map { |rule| everywhere(rule) }
          )
        end

        def less_covered?(one, other)
          one.visibility < other.visibility
        end

        def visibility(decided) = Access::Facets.name(:visibility, decided.state.visibility)

        # Not only here, but in every mode and channel.
        def everywhere(rule)
          change(rule, "Let #{called(rule)} reach every mode and channel") do |document|
            document.merge("reach" => (document["reach"] || {}).except("modes", "channels"))
          end
        end
      end
    end
  end
end
