# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Moments that stand for all others: on every day on which a window opens or shuts, on each weekday, at and
      # between the hours that windows name.
      class Moments
        # Days tried beside those that windows name.
        WEEK = 7

        def initialize(ground)
          @ground = ground
          @windows = ground.conditions.flat_map { |condition| windows(condition) }.uniq
        end

        # Array of Time.
        def to_a
          zone = @windows.first&.zone || @ground.base.zone || TZInfo::Timezone.get("Etc/UTC")
          days.product(minutes).filter_map { |day, minute| moment(zone, day, minute) }.union(literals)
        end

        private

        def windows(condition)
          case condition
          when WithinWindow then [condition.window]
          when Group then condition.parts.flat_map { |part| windows(part) }
          when Not, AtOpening then windows(condition.part)
          else []
          end
        end

        def days
          start = known || Representatives::SOME_DAY
          named = @windows.flat_map { |window| [window.from, window.from&.prev_day, window.until, window.until&.next_day] }.compact
          weekdays = @windows.any? { |window| window.weekdays.any? } ? WEEK : 1
          ([start] + named).flat_map { |day| (0...weekdays).flat_map { |count| [day + count, day - count] } }.uniq
        end

        def known
          day = @ground.base.today
          day.is_a?(Unreadable) ? nil : day
        end

        def minutes
          hours = @windows.filter_map(&:hours).flatten
          (hours + hours.map { |minute| (minute - 1) % 1440 } + [720]).uniq
        end

        def moment(zone, day, minute)
          zone.local_to_utc(::Time.utc(day.year, day.month, day.day, minute / 60, minute % 60))
        rescue TZInfo::PeriodNotFound, TZInfo::AmbiguousTime
          nil
        end

        def literals
          found = @ground.conditions.flat_map(&:comparisons).select { |comparison| comparison.left.reads == [[:time]] }
          found.flat_map { |comparison| comparison.right.class.constant? ? Array(comparison.right.value) : [] }.grep(::Time).flat_map { |time| [time - 60, time, time + 60] }
        end
      end
    end
  end
end
