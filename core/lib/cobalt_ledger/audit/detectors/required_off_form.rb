# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A field is required of someone whose form leaves it out.
      # Bad: the short form has no purpose, and the purpose is required of everyone.
      # Good: what is required of someone stands on the form they get.
      class RequiredOffForm < Detector
        known_as "required_off_form", order: 32
        describes "Required off the form",
                  severity: "error",
                  group: "stuck",
                  by_precedence: true,
                  meaning: "A field is required for someone whose form lacks it, so they can’t save."

        MODES = %w[create edit].freeze

        def findings
          @type.fields.reject { |field| field.never_typed? || field.retired? }.filter_map do |field|
            found = @type.forms.reject do |form|
              form.fields.include?(field)
            end.filter_map { |form| left_out(form, field) }
            tell(field, found) if found.any?
          end
        end

        private

        # [form, people who get it, question, decision] of someone who can't save, or nil.
        def left_out(form, field)
          @seen = Set.new.compare_by_identity
          MODES.each do |mode|
            meant = people_of(form, mode)
            @survey.kinds_of_people([field], meant).to_a.product(@survey.units).each do |user, unit|
              found = missing(@survey.question(user, unit, mode), field)
              return [form, meant, *found] if found
            end
          end
          nil
        end

        # The set of people who get a form in a mode: each gets the first that is for them.
        def people_of(form, mode)
          before = @type.forms.take_while { |each| !each.equal?(form) }
          meant(form, mode) & ~before.reduce(0) { |bits, each| bits | meant(each, mode) }
        end

        def meant(form, mode)
          return 0 unless form.modes.empty? || form.modes.include?(mode)

          form.fallback? ? @survey.crowds.everybody : @survey.crowds.of(form.audience)
        end

        # [question, Decisions::Decision] of a record on which the field is required and blank, or nil.
        def missing(question, field)
          plan = @survey.searched_plan(question, [field])
          return nil if @seen.include?(plan)

          base = @survey.engine.facts(question, {})
          feasible = @survey.engine.feasible_under(plan, base)
          asking = feasible.combinations(field.id).select do |outcomes, _|
            plan.slot_of(field.id).decide(outcomes).state.presence == Access::Facets::REQUIRED
          end
          found = asking.lazy.filter_map { |_, example| blank(question, example, field) }.first
          return found if found

          @survey.unsure(field) if asking.any? && !feasible.complete?(field.id)
          @survey.unsure(field) if asking.any? && looks_at_itself?(plan, field)
          @seen << plan unless exact?(plan)
          nil
        end

        # Does it matter who exactly asks, so that one of a kind does not stand for the others?
        def exact?(plan) = plan.conditions.any? { |each| each.reads.include?([:user]) }

        # Do its own rules look at the field? Then one example without its value may not show what another would.
        def looks_at_itself?(plan, field)
          plan.slot_of(field.id).tests.any? do |test|
            plan.conditions[test].reads.any? { |key| %i[entered stored].include?(key[0]) && key[1] == field.id }
          end
        end

        def blank(question, example, field)
          asked = Decisions::ExampleQuestion.new(question, example.except([:entered, field.id], [:stored, field.id]))
          decision = @survey.engine.decide(asked.question)
          [asked, decision] if decision[field.id].required? && decision.values[field.id].nil?
        end

        def tell(field, found)
          _, meant, asked, decision = found.first
          question = decision.question
          rules = asking(decision, field)
          finding(
            "#{field.name} is required when #{Rules::Sentence::MODES[question.mode]}, and #{forms(found)} out, which " \
            "is the form of #{@survey.crowds.words(meant)}, such as " \
            "#{question.principals.title}.",
            fields: [field], rules: rules, remedies: rules.map { |rule| switch_off(rule) },
            example: Evidence.of(question, decision.fields, [field], asked.lines(@directory))
          )
        end

        def forms(found)
          names = found.map { |form,| "“#{form.name}”" }
          "the form#{'s' if names.size > 1} #{Words.list(names)} leave#{'s' if names.size == 1} it"
        end

        def asking(decision, field)
          decision.result(field.id).spoken.then { |spoken| spoken.rules + spoken.guardrails }
            .select { |each| each.gives.presence == Access::Facets::REQUIRED }.map(&:rule).uniq
        end
      end
    end
  end
end
