# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A field is shut before it was ever filled, and nothing that could open it again is open.
      # Bad: hides the notes while the notes are blank. Bad: locks the date while the date is blank.
      # Good: locks it once it is filled.
      class DeadEnd < Detector
        known_as "dead_end", order: 31
        describes "Dead end",
                  severity: "error",
                  group: "stuck",
                  meaning:
                    "A blank field is locked or hidden, and no one affected can edit the fields that would open it."

        def findings
          @survey.rules.select(&:condition).flat_map do |rule|
            @type.fields.reject(&:never_typed?).filter_map do |field|
              shutting(rule, field).lazy.filter_map { |part| dead(rule, part, field) }.first
            end
          end
        end

        private

        # What of a rule shuts a field: its effects while the condition holds, or those of an otherwise.
        # Array of Rules::Contribution.
        def shutting(rule, field)
          rule.contributions_on(field).select do |part|
            part.gives.entry == Access::Facets::LOCKED || hides?(part)
          end
        end

        def hides?(part) = part.gives.visibility == Access::Facets::HIDDEN

        def dead(rule, part, field)
          deciding = part.test.fields
          return nil unless possible?(part, field, deciding)

          answer = @survey.together([part.test, blank(field)], "edit")
          kase = answer.yes? ? @survey.cases_with(field, rule, modes: %w[edit]).first : nil
          example = kase && shown(kase, answer, field, deciding)
          return nil unless example && anybody_stuck?(rule, kase, answer, field, deciding)

          finding(
            "#{called(rule)} locks #{field.name} while it is blank. On the example’s record at " \
            "#{@directory.name_of(:unit, kase.question.unit)}, no one it applies to can change " \
            "#{Words.list(deciding.map { |id| @type.field(id).name }, 'or')}.",
            fields: [field], rules: [rule], example: example,
            remedies: [part.otherwise? ? nil : guarded(rule, field), switch_off(rule)]
          )
        end

        # Only what stands on the screen can be changed; and a hidden field is missed only where it is what would bring
        # itself back.
        def possible?(part, field, deciding)
          deciding.any? && part.test.reads.all? { |kind, _| kind == :entered } &&
            (!hides?(part) || deciding.include?(field.id))
        end

        def blank(field) = Conditions::Comparison.new("is_blank", Conditions::Operands::Entered.new(field))

        def shown(kase, answer, field, deciding)
          looked = [field] | deciding.map { |id| @type.field(id) }
          @survey.example(kase, answer.example.select { |key, _| key[0] == :entered }, looked) do |decision|
            stuck?(decision, field, deciding)
          end
        end

        def stuck?(decision, field, deciding)
          # A record that is locked as a whole is unlocked otherwise.
          [field.id, *deciding].none? { |id| decision[id].open? || decision[id].record_locked? }
        end

        # No one of those the rule is for may be able to open it.
        def anybody_stuck?(rule, kase, answer, field, deciding)
          values = answer.example.select { |key, _| key[0] == :entered }
          looked = [field] | deciding.map { |id| @type.field(id) }
          @survey.kinds_of_people(looked, @survey.matching(rule)).all? do |user|
            asked = Decisions::ExampleQuestion.new(@survey.question(user, kase.question.unit, "edit"), values).question
            stuck?(@survey.decide(asked, looked), field, deciding)
          end
        end

        # Only once the field is filled.
        def guarded(rule, field)
          filled = { "compare" => "is_filled", "left" => { "field" => field.id } }
          change(rule, "Apply #{called(rule)} only once #{field.name} is filled") do |document|
            document.merge("when" => { "all" => [document["when"], filled] })
          end
        end
      end
    end
  end
end
