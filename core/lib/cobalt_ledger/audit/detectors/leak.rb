# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A masked or hidden value can be had another way: through a computed field, or in another mode or channel.
      # Bad: the unit value is hidden, and the insured total, which is count times unit value, is shown.
      # Bad: hidden on the form, and shown to a program. Good: both are covered alike.
      class Leak < Detector
        known_as "leak", order: 41
        describes "Leak", severity: "error", group: "exposed", meaning: "A value that is hidden or masked can be had through a computed field, or in another mode or channel."

        def findings = computed + elsewhere

        private

        def covered?(state) = state.visibility != Decisions::Facets::SHOWN

        # Computed fields that give an input away: all other inputs are shown.
        def computed
          @type.formulas.steps.flat_map do |step|
            step.inputs.filter_map { |id| given_away(step.field, @type.field(id), step.inputs - [id]) }
          end
        end

        def given_away(total, input, others)
          each_person(total, "view") do |kase, decision|
            next unless decision[total.id].state.visibility == Decisions::Facets::SHOWN && covered?(decision[input.id].state)
            next unless others.all? { |id| decision[id].state.visibility == Decisions::Facets::SHOWN }

            return finding("#{total.name} gives away #{input.name}: #{kase.question.principals.title} sees the one and everything else in “#{total.formula}”, and may not see the other.",
                           fields: [total, input], rules: [], example: shown(decision, [total, input]), remedies: [])
          end
          nil
        end

        # Covered when viewing through the form, and more open in a list, or through another channel.
        def elsewhere
          @type.fields.filter_map do |field|
            next unless @survey.rules_on(field).any? { |rule| rule.reach.modes.any? || rule.reach.channels.any? }

            escape(field)
          end
        end

        WAYS = [["list", "form", "in lists"], %w[view interface] + ["to programs"], %w[view automation] + ["to automations"], %w[view import] + ["to imports"]].freeze

        def escape(field)
          each_person(field, "view") do |kase, decision|
            next unless covered?(decision[field.id].state)

            WAYS.each do |mode, channel, words|
              other = @survey.engine.decide(kase.question.with(mode: mode, channel: channel, stored: decision.question.stored))
              next unless less_covered?(other[field.id].state, decision[field.id].state)
              next if mode == "list" && !@type.list_fields.include?(field.id)

              rules = @survey.rules_on(field).select { |rule| (rule.reach.modes.any? || rule.reach.channels.any?) && rule.audience.match?(kase.question.principals) }
              return finding("#{field.name} is #{visibility(decision[field.id])} on the form and #{visibility(other[field.id])} #{words}, for #{kase.question.principals.title}.",
                             fields: [field], rules: rules, example: shown(other, [field]), remedies: rules.map { |rule| everywhere(rule) })
            end
          end
          nil
        end

        def less_covered?(one, other)
          one.visibility < other.visibility
        end

        def visibility(decided) = Decisions::Facets.name(:visibility, decided.state.visibility)

        # Yields [Case, Decision] for one person of each way in which the field's rules meet.
        def each_person(field, mode)
          @survey.cases(field).select { |kase| kase.question.mode == mode && kase.question.channel == "form" }.each do |kase|
            kase.situations.each do |_, example|
              yield kase, @survey.engine.decide(kase.question_of(example))
            end
          end
        end

        def shown(decision, fields)
          Example.new(question: decision.question, levels: fields.to_h { |field| [field.id, decision[field.id].level] }, lines: [])
        end

        # Not only here, but in every mode and channel.
        def everywhere(rule)
          change(rule, "Let #{called(rule)} reach every mode and channel") { |document| document.merge("reach" => (document["reach"] || {}).except("modes", "channels")) }
        end
      end
    end
  end
end
