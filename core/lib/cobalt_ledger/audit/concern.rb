# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Tells which findings a question is about: in which modes, channels and units, and for whom, their rules can meet.
    # A part of the question that is left open concerns all.
    class Concern
      # mode, channel, unit: String or nil; audiences: Array of Directory::Audience::Member, empty for anyone.
      def initialize(policy, directory, mode: nil, channel: nil, unit: nil, audiences: [])
        @policy = policy
        @directory = directory
        @mode = mode
        @channel = channel
        @unit = unit
        @people = audiences.empty? ? nil : directory.crowds.of(Directory::Audience.new(any: audiences))
        @reached = {}
      end

      # detector: name; rules: Array of identifiers. Findings that are about no rule concern every question.
      def about?(detector, rules)
        found = rules.filter_map { |id| rule(id) }
        return true if found.empty?

        reaching = found.select { |rule| reached?(rule) }
        return false if Detector[detector].together? ? reaching.size < found.size : reaching.empty?

        @people.nil? || people?(detector, reaching)
      end

      private

      def rule(id) = (@rules ||= @policy.rules.to_h { |rule| [rule.id, rule] })[id]

      def reached?(rule)
        @reached.fetch(rule.id) do
          reach = rule.reach
          @reached[rule.id] = (@mode.nil? || reach.in_mode?(@mode)) && (@channel.nil? || reach.by_channel?(@channel)) &&
                              (@unit.nil? || reach.units.empty? || touching?(reach.units))
        end
      end

      # A rule for a unit concerns those below it, and the user who asks about those above it.
      def touching?(units)
        units.any? do |unit|
          @directory.with_above(:unit, @unit).include?(unit) || @directory.with_above(:unit, unit).include?(@unit)
        end
      end

      # Someone asked about whom the rules mean; an audience that means no one concerns everyone who asks.
      def people?(detector, rules)
        crowds = rules.map { |rule| @directory.crowds.of(rule.audience) }
        return true if crowds.all?(&:zero?)

        if Detector[detector].together?
          crowds.reduce(@people, :&).positive?
        else
          crowds.any? { |crowd| crowd.anybits?(@people) }
        end
      end
    end
  end
end
