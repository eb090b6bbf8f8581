# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # One person can edit both fields of a pair that is declared to be kept apart (segregation of duties).
      # Bad: who proposes a price can approve it. Good: they are two people.
      class DutiesNotSeparated < Detector
        known_as "duties_not_separated", order: 43
        describes "Duties not separated",
                  severity: "warning",
                  group: "exposed",
                  meaning: "One person can edit both fields of a pair that is to be kept apart."

        def findings
          @policy.separations.select { |each| each.record_type == @type.id }.filter_map do |pair|
            fields = pair.fields.map { |id| @type.field(id) }
            user = somebody(fields) or next
            question = @survey.question(user, @survey.units.first, "edit")
            finding(
              "#{user.name} can edit both #{names(fields)}, which are to be kept apart: #{pair.title}.",
              fields: fields,
              example: Evidence.of(question, @survey.engine.decide(question), fields)
            )
          end
        end

        private

        # The first of each class of people who is open to both.
        def somebody(fields)
          people = @directory.users.uniq { |user| @survey.engine.class_of(@type, @directory.principals_of(user.id)) }
          people.find do |user|
            unit = user.units.find { |each| @survey.units.include?(each) } || @survey.units.first
            decision = @survey.engine.decide(@survey.question(user, unit, "edit"))
            fields.all? { |field| decision[field.id].open? }
          end
        end
      end
    end
  end
end
