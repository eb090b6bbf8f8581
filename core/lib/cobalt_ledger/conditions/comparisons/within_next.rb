# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: today, and up to so many days from today. Does not hold: yesterday.
      class WithinNext < ComparisonMethod
        known_as "within_next", order: 22

        def self.families = %i[date time]
        def self.takes = :days

        def self.enter(left, right, world)
          world.today && left.day(world).within(world.today, world.today.later(right))
        end

        def self.words(_family) = "is within the next"

        def self.holds_in?(left, days, facts)
          today = facts.today
          day = left.is_a?(::Date) ? left : facts.local(left).to_date
          day.between?(today, today + days) unless today.is_a?(Unreadable)
        end
      end
    end
  end
end
