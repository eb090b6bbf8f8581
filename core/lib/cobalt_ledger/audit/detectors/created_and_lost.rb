# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Somebody may create a record where they may never open one.
      # Bad: everyone may create a file at every museum, and open only those of their own. Good: creating is denied
      # where opening is.
      class CreatedAndLost < Detector
        include ActionCases

        known_as "created_and_lost", order: 27
        describes "Created and never opened",
                  severity: "error",
                  group: "stuck",
                  meaning: "Somebody may create a record that they can never open."

        # Modes in which a record is met.
        MET = %w[view edit list].freeze

        def findings
          create, open, save = %w[create open save].map { |key| @type.action(key) }
          return [] if rules(open).empty? && !begins_otherwise?(open)

          lost = @survey.units.flat_map do |unit|
            @survey.kinds_of_people([create, save, open]).select do |user|
              lost?(user, unit)
            end.map { |user| [user, unit] }.to_a
          end
          return [] if lost.empty?

          user, unit = lost.first
          [
            finding(
              "#{user.name} may create #{Words.indefinite(@type.noun)} at #{@directory.name_of(:unit, unit)}, and " \
              "can never open one there#{others(lost)}.",
              fields: [create, open], rules: rules(open),
              example: Evidence.of(question = @survey.question(user, unit, "create"),
                                   @survey.engine.decide(question).actions, [create])
            )
          ]
        end

        private

        def lost?(user, unit)
          makes, = can(user, unit, "create", "create")
          saves, = can(user, unit, "create", "save")
          return false unless makes && saves

          met = MET.map { |mode| can(user, unit, mode, "open") }
          @survey.unsure(@type.action("open")) if met.any? { |_, complete| !complete }
          met.none?(&:first) && met.all?(&:last)
        end

        def others(lost)
          lost.size > 1 ? " (nor can #{Words.count(lost.size - 1, 'other kind')} of person and unit)" : ""
        end

        def rules(open)
          @survey.rules_on(open).select { |rule| gives?(rule, open, :permission, Access::Facets::DENIED) }
        end
      end
    end
  end
end
