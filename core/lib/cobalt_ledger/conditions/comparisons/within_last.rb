# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: today, and up to so many days ago. Does not hold: tomorrow.
      class WithinLast < ComparisonMethod
        known_as "within_last", order: 23

        def self.families = %i[date time]
        def self.takes = :days

        def self.enter(left, right, world)
          world.today && left.day(world).within(world.today.later(-right), world.today)
        end

        def self.words(_family) = "is within the last"

        def self.holds_in?(left, days, facts)
          today = facts.today
          day = left.is_a?(::Date) ? left : facts.local(left).to_date
          day.between?(today - days, today) unless today.is_a?(Unreadable)
        end
      end
    end
  end
end
