# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Decided on opening, by a value that can change on the open form.
      # Bad: hides the courier on opening, when the stage is Enquiry, and the stage can be changed. Good: at every
      # change.
      class Stale < Detector
        known_as "stale", order: 50
        describes "Stale",
                  severity: "note",
                  group: "housekeeping",
                  meaning: "The rule is decided when the form opens, from a value that can change while it is open."

        def findings
          @survey
            .rules
            .select(&:on_opening?)
            .filter_map do |rule|
              deciding = (rule.condition&.fields || []) - @type.fields.select { |field| rule.targets?(field) }.map(&:id)
              moving = deciding.find { |id| changeable?(rule, id) } or next
              finding(
                "#{called(rule)} depends on #{@type.field(moving).name} when the form opened, but " \
                "#{@type.field(moving).name} can change while the form is open.",
                fields: [@type.field(moving)],
                rules: [rule],
                remedies: [
                  change(rule, "Decide #{called(rule)} at every change") do |document|
                    document.except("timing")
                  end
                ]
              )
            end
        end

        private

        def changeable?(rule, id)
          field = @type.field(id)
          !seek(field, { field => lambda(&:open?) }, @survey.matching(rule), modes: ["edit"]).nil?
        end
      end
    end
  end
end
