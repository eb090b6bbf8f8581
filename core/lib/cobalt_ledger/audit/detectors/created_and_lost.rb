# frozen_string_literal: true

module CobaltLedger
  module Audit
    module Detectors
      # Someone may create a record where they may never open one.
      # Bad: everyone may create a file at every museum, and open only those of their own. Good: creating is denied
      # where opening is.
      class CreatedAndLost < Detector
        include ActionCases

        known_as "created_and_lost", order: 27
        describes "Created but never openable",
                  severity: "error",
                  group: "stuck",
                  meaning: "Someone can create a record that they can never open."

        # Modes in which a record is met.
        MET = %w[view edit list].freeze

        def findings
          create, _, open = asked
          return [] if rules(open).empty? && !begins_otherwise?(open)

          lost = @survey.units.flat_map do |unit|
            @survey.kinds_of_people(asked).filter_map do |user|
              lost(user, unit)&.then { |channel| [user, unit, channel] }
            end.to_a
          end
          return [] if lost.empty?

          user, unit, channel = lost.first
          [
            finding(
              "#{user.name} can create #{Words.indefinite(@type.noun)} at #{@directory.name_of(:unit, unit)} but " \
              "can never open one there#{others(lost)}.",
              fields: [create, open], rules: rules(open),
              example: Evidence.of(question = @survey.question(user, unit, "create", channel: channel),
                                   @survey.engine.decide(question).actions, [create])
            )
          ]
        end

        private

        # The channel through which someone may create what they can open through none, or nil.
        def lost(user, unit)
          through = channels.find do |channel|
            %w[create save].all? { |key| can(user, unit, "create", key, channel: channel).first }
          end
          return nil unless through

          met = MET.product(channels).map { |mode, channel| can(user, unit, mode, "open", channel: channel) }
          @survey.unsure(@type.action("open")) if met.any? { |_, complete| !complete }
          through if met.none?(&:first) && met.all?(&:last)
        end

        # Channels, one where no rule tells them apart.
        def channels
          all = Space::CHANNELS.keys
          told = asked.flat_map { |each| @survey.rules_on(each) }.any? { |rule| rule.reach.channels.any? }
          told ? all : all.first(1)
        end

        def asked = %w[create save open].map { |key| @type.action(key) }

        def others(lost)
          lost.size > 1 ? ", as in #{Words.count(lost.size - 1, 'other case')}" : ""
        end

        def rules(open)
          @survey.rules_on(open).select { |rule| gives?(rule, open, :permission, Access::Facets::DENIED) }
        end
      end
    end
  end
end
