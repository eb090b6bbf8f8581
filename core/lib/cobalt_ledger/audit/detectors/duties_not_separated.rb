# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # One person can edit both fields of a pair that is declared to be kept apart (segregation of duties).
      # Bad: who proposes a price can approve it, if only once the stage is filled. Good: they are two people.
      class DutiesNotSeparated < Detector
        known_as "duties_not_separated", order: 43
        describes "Duties not separated",
                  severity: "warning",
                  group: "exposed",
                  meaning: "One person can edit both fields of a pair that must be kept separate."

        def findings
          @policy.separations.select { |each| each.record_type == @type.id }.filter_map do |pair|
            fields = pair.fields.map { |id| @type.field(id) }
            wanted = fields.to_h { |field| [field, lambda(&:open?)] }
            found = seek(fields.first, wanted, @survey.crowds.everybody, modes: %w[edit create])
            found && tell(pair, fields, found)
          end
        end

        private

        def tell(pair, fields, found)
          finding(
            "#{found.question.principals.title} can edit both #{names(fields)}#{Where.of(found, @survey)}, which are " \
            "to be kept separate: #{pair.title}.",
            fields: fields, example: Evidence.of(found.question, found.decisions, fields, found.lines)
          )
        end
      end
    end
  end
end
