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
                    "A hidden or masked value can be obtained through a computed field, or in another mode or " \
                    "channel."

        # Where a value may be covered, and where it may then be had: modes and channels.
        MET = %w[view list edit].freeze
        BASES = [%w[view form], %w[edit form]].freeze
        WAYS = MET.product(Decisions::Question::CHANNELS).freeze

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
          wanted = { total => ->(each) { shown?(each.state) }, input => ->(each) { covered?(each.state) } }
          others.each { |id| wanted[@type.field(id)] = ->(each) { shown?(each.state) } }
          found = seek(total, wanted, @survey.crowds.everybody, modes: MET, accept: ->(each) { there?(each, input) })
          found && finding(
            "#{total.name} reveals #{input.name}: #{found.question.principals.title} can see everything in " \
            "“#{total.formula}” and its result, except #{input.name}#{Where.of(found, @survey)}.",
            fields: [total, input], rules: [],
            example: Evidence.of(found.question, found.decisions, [total, input], found.lines), remedies: []
          )
        end

        # Is there anything to give away? What a rule clears as it hides it is gone.
        def there?(decision, input)
          decision.plan.value_effects.clearing.none? do |action|
            action.field.id == input.id && action.outcome(decision.outcomes)
          end
        end

        def shown?(state) = state.visibility == Access::Facets::SHOWN

        # Covered on the form, and more open in another mode, or through another channel.
        def elsewhere
          @type.fields.filter_map do |field|
            next unless @survey.rules_on(field).any? { |rule| limited?(rule) }

            BASES.lazy.filter_map { |mode, channel| escape(field, mode, channel) }.first
          end
        end

        # Does it speak of sight, and not everywhere?
        def limited?(rule)
          (rule.reach.modes.any? || rule.reach.channels.any?) &&
            rule.contributions.any? { |each| each.gives.visibility }
        end

        def escape(field, mode, channel)
          ways = WAYS - [[mode, channel]]
          unless @type.list_fields.include?(field.id)
            ways -= Decisions::Question::CHANNELS.map do |each|
              ["list", each]
            end
          end
          @survey.cases_beside(field, mode, channel, ways) { |rule| limited?(rule) }.each do |kase|
            ways.each do |way|
              beside = @survey.case_beside(kase, *way) or next
              example = both(kase, beside)
              return tell(field, kase, beside, example) if example
            end
          end
          nil
        end

        # A record that is covered in the one case, and more open in the other: its example, or nil.
        def both(kase, beside)
          conditions = [kase, beside].map { |each| each.slot.tests.map { |test| each.plan.conditions[test] } }
          all = conditions.flatten.uniq(&:identity)
          found = beside.possible(all)
          @survey.unsure(kase.field) unless found.complete
          found.found.find do |vector, _|
            told = all.map(&:identity).zip(vector).to_h
            before, after = [kase, beside].zip(conditions).map { |each, own| state(each, own, told) }
            covered?(before) && less_covered?(after, before)
          end&.last
        end

        # The Access::State in a case. told: Hash of identity to outcome of its conditions.
        def state(kase, conditions, told)
          outcomes = kase.slot.tests.zip(conditions).each_with_object([]) do |(test, node), seen|
            seen[test] = told[node.identity]
          end
          kase.slot.decide(outcomes).state
        end

        def tell(field, kase, beside, example)
          rules =
            @survey
              .rules_on(field)
              .select do |rule|
                (rule.reach.modes.any? || rule.reach.channels.any?) && rule.audience.match?(kase.question.principals)
              end
          finding(
            "#{field.name} is #{visibility(kase.decide(example))} when #{met(kase)} and " \
            "#{visibility(beside.decide(example))} when #{met(beside)}, for #{kase.question.principals.title}.",
            fields: [field], rules: rules, example: @survey.example(beside, example),
            remedies: rules.map { |rule| everywhere(rule) }
          )
        end

        def less_covered?(one, other)
          one.visibility < other.visibility
        end

        # "viewing through the form".
        def met(kase)
          question = kase.question
          "#{Space::MODES.fetch(question.mode)} through #{Space::CHANNELS.fetch(question.channel)}"
        end

        def visibility(decided) = Access::Facets.name(:visibility, decided.state.visibility)

        # Not only here, but in every mode and channel.
        def everywhere(rule)
          change(rule, "Apply #{called(rule)} in every mode and channel") do |document|
            document.merge("reach" => (document["reach"] || {}).except("modes", "channels"))
          end
        end
      end
    end
  end
end
