# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A value is copied into another record, and someone from whom it is covered here sees it there.
      # Bad: an automation copies an object's valuation into the job it begins, where everyone reads it. Good: the
      # job's reference to the object carries the valuation's protection with it.
      class CopiedOpen < Detector
        known_as "copied_open", order: 41
        describes "Exposed by a copy",
                  severity: "error",
                  group: "exposed",
                  meaning: "A value covered on one record is copied to another, where the same person can see it."

        def findings
          @policy.automations.select { |each| each.on? && each.record_type == @type.id }.flat_map do |automation|
            automation.copies.flat_map { |made, through, values| copied(automation, made, through, values) }
          end
        end

        private

        def copied(automation, made_id, through, values)
          made = @policy.record_type(made_id)
          values.filter_map do |own, source|
            # The reference sees to it that the copy is covered as what it comes from.
            next if through && made.field(through).inherits[own] == source

            shown = opening(made, own, source)
            shown && tell(automation, made, own, source, *shown)
          end
        end

        # [user, unit] who may not see it here, and may there.
        def opening(made, own, source)
          @survey.kinds_of_people([@type.field(source)]).each do |user|
            @survey.units.each do |unit|
              covered = sights(@type, user, unit, source)
              seen = sights(made, user, unit, own)
              return [user, unit] if covered.max > seen.min
            end
          end
          nil
        end

        # What a field's visibility can result in for someone who views a record.
        def sights(type, user, unit, id)
          question = Decisions::Question.new(
            principals: @directory.principals_of(user.id), record_type: type, unit: unit, mode: "view", at: @survey.at
          )
          outcomes, = @survey.engine.feasible(question).of(id)
          outcomes.map { |each| each.decision.state.visibility }
        end

        def tell(automation, made, own, source, user, unit)
          field = @type.field(source)
          question = @survey.question(user, unit, "view")
          finding(
            "“#{automation.title}” copies #{field.name} into #{made.field(own).name} of " \
            "#{Words.indefinite(made.noun)}, where #{user.name} can see a value that they can't see here.",
            fields: [field], example: Evidence.of(question, @survey.engine.decide(question).fields, [field])
          )
        end
      end
    end
  end
end
