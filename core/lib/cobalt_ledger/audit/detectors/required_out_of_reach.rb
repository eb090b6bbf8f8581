# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A field is required and hidden or locked for the same person.
      # Bad: the policy number is required from loans officers and hidden from everyone but registrars.
      # Good: whoever must fill it can.
      class RequiredOutOfReach < Detector
        known_as "required_out_of_reach", order: 30
        describes "Required out of reach",
                  severity: "error",
                  group: "stuck",
                  by_precedence: true,
                  meaning: "A field is required for someone for whom it is hidden or locked."

        # Examples looked at for each way in which rules clash.
        MOST = 12

        def findings
          found = Hash.new { |all, key| all[key] = [] }
          asked_for.each do |field, rules|
            rules
              .flat_map { |rule| @survey.cases_with(field, rule, modes: %w[create edit]).to_a }
              .uniq(&:object_id)
              .each { |kase| collect(kase, found) }
          end
          found.values.filter_map { |all| all.find { |each| trapping?(each) }&.then { |each| tell(*each) } }
        end

        private

        # Fields that rules require: Array of [field, rules].
        def asked_for
          asked =
            @type
              .fields
              .reject(&:never_typed?)
              .map do |field|
                [
                  field,
                  @survey
                    .rules_on(field)
                    .select do |rule|
                      rule.contributions_on(field).any? { |each| each.gives.presence == Access::Facets::REQUIRED }
                    end
                ]
              end
          asked.reject { |_, rules| rules.empty? }
        end

        # What a rule asks of everyone is out of reach only on a record where no one can give it: most of everyone only
        # reads. What a baseline asks is asked of users who can give it.
        def trapping?(each)
          kase, _, example, asking = each
          asking.any? { |rule| !rule.audience.everyone? } || (asking.any? && nobody_can?(kase, example))
        end

        # Is it asked of no one on a record, so that no one can give it?
        def nobody_can?(kase, example)
          named = example.values.grep(String).filter_map { |id| @directory.find(:user, id) }
          (@survey.kinds_of_people([kase.field]).to_a | named).none? do |user|
            question = @survey.question(user, kase.question.unit, kase.question.mode, channel: kase.question.channel)
            asked = Decisions::ExampleQuestion.new(question, example).question
            @survey.decide(asked, [kase.field])[kase.field.id].state.presence == Access::Facets::REQUIRED
          end
        end

        def collect(kase, found)
          kase.situations.each do |outcomes, example|
            result = kase.result(outcomes)
            asking = speaking(kase, outcomes, :presence, Access::Facets::REQUIRED)
            next unless result.dropped.any? { |drop| drop.facet == :presence && drop.value == Access::Facets::REQUIRED }
            # A record that is locked as a whole asks for nothing, and is unlocked otherwise.
            next if kase.record_locked?(outcomes)

            shutting = shutting(kase, outcomes, result)
            key = [kase.field.id, asking.map(&:id).sort, shutting.map(&:id).sort]
            found[key] << [kase, outcomes, example, asking, shutting, result] if found[key].size < MOST
          end
        end

        # Rules that apply and give a facet a value.
        def speaking(kase, outcomes, facet, value)
          (kase.applying(outcomes) + kase.guarding(outcomes))
            .select { |each| each.gives.facet(facet) == value }
            .map(&:rule)
            .uniq
        end

        def shutting(kase, outcomes, result)
          if result.guarded.visibility == Access::Facets::HIDDEN
            return speaking(kase, outcomes, :visibility, Access::Facets::HIDDEN)
          end
          if result.guarded.visibility == Access::Facets::MASKED
            return speaking(kase, outcomes, :visibility, Access::Facets::MASKED)
          end

          speaking(kase, outcomes, :entry, Access::Facets::LOCKED)
        end

        def tell(kase, outcomes, example, asking, shutting, result)
          how = %w[shown masked hidden][result.guarded.visibility].sub("shown", "locked")
          finding(
            "#{kase.field.name} is #{told(asking, how, shutting)}, for " \
            "#{@survey.whom(kase)}.",
            fields: [kase.field], rules: (asking + shutting).uniq,
            winner: "#{Words.capitalize(how)} overrides required: the field can’t be filled in and isn’t required.",
            example: @survey.example(kase, example), remedies: remedies(kase, asking, shutting, outcomes)
          )
        end

        # Rules that do both are named once.
        def told(asking, how, shutting)
          return "both required and #{how} by #{named(asking)}" if asking.any? && asking.to_set == shutting.to_set

          by = shutting.empty? ? "by its baseline or label" : "by #{named(shutting)}"
          from = asking.empty? ? "by its baseline" : "by #{named(asking)}"
          "required #{from} and #{how} #{by}"
        end

        def named(rules) = Words.list(rules.map { |rule| called(rule) })

        def remedies(_kase, asking, shutting, _outcomes)
          asking.flat_map do |rule|
            others =
              shutting.reject { |each| each.audience.everyone? }.flat_map { |each| each.audience.any.map(&:to_h) }
            [others.empty? ? nil : except(rule, others), switch_off(rule)]
          end
        end

        def except(rule, members)
          change(rule, "Exempt users who can't see it from #{called(rule)}") do |document|
            document.merge(
              "audience" => document["audience"].merge("except" => (document["audience"]["except"] || []) | members)
            )
          end
        end
      end
    end
  end
end
