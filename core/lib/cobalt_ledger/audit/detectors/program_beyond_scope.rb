# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # A program may open records of a type that it is not declared for.
      # Bad: the loan desk's link is for loans, and everyone may open study visits. Good: a rule keeps it from them.
      class ProgramBeyondScope < Detector
        include ActionCases

        known_as "program_beyond_scope", order: 53
        describes "Program beyond its scope",
                  severity: "warning",
                  group: "housekeeping",
                  meaning: "A program can open records of a type outside its scope."

        CHANNELS = %w[interface automation].freeze

        def findings
          @policy.programs.reject { |each| each.record_types.include?(@type.id) }.filter_map do |program|
            user = @directory.find(:user, program.user) or next
            unit, channel = @survey.units.product(CHANNELS).find { |place, way| opens?(user, place, way) }
            unit && tell(user, unit, channel)
          end
        end

        private

        def opens?(user, unit, channel)
          %w[view list].any? { |mode| can(user, unit, mode, "open", channel: channel).first }
        end

        def tell(user, unit, channel)
          open = @type.action("open")
          question = @survey.question(user, unit, "view", channel: channel)
          finding(
            "#{user.name} isn't for #{@type.plural.downcase} but can open them.",
            fields: [open], example: Evidence.of(question, @survey.engine.decide(question).actions, [open])
          )
        end
      end
    end
  end
end
