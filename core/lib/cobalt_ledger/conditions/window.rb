# frozen_string_literal: true

module CobaltLedger
  module Conditions
    # When a rule is in force: from and until days, weekdays, and hours of the day in a time zone. Immutable.
    #
    # Judged by what the clocks of the zone show: an hour that the zone skips never comes, one that it repeats counts
    # twice.
    class Window
      WEEKDAYS = %w[sunday monday tuesday wednesday thursday friday saturday].freeze

      attr_reader :from, :until, :weekdays, :hours, :zone

      # from, until: Date or nil, both days count; weekdays: Array of WEEKDAYS, empty for all;
      # hours: [minutes after midnight, minutes after midnight] or nil, the first counts, the second does not,
      # and a second before the first runs past midnight; zone: TZInfo::Timezone.
      def initialize(zone:, from: nil, until: nil, weekdays: [], hours: nil)
        @from = from
        @until = binding.local_variable_get(:until)
        @weekdays = weekdays.freeze
        @hours = hours&.freeze
        @zone = zone
        @days = weekdays.map { |name| WEEKDAYS.index(name) }.freeze
        freeze
      end

      # time: Time. Is the window open then?
      def cover?(time)
        local = zone.to_local(time)
        day = local.to_date
        return false if (from && day < from) || (self.until && day > self.until)

        (@days.empty? || @days.include?(local.wday)) && (hours.nil? || within_hours?((local.hour * 60) + local.min))
      end

      # Is it over for good? time: Time.
      def past?(time) = !self.until.nil? && zone.to_local(time).to_date > self.until

      # The next moment after a time at which it may open or shut: Time, or nil where it never changes again. Each is
      # looked for on the coming days, hours that the zone skips or repeats included.
      def next_change(time)
        return nil if past?(time)

        start = zone.to_local(time).to_date
        days = [*start..(start + 8), from, self.until && (self.until + 1)].compact.uniq.sort
        moments = days.flat_map { |date| edges(date) }.uniq.sort.select { |each| each > time }
        moments.find { |each| cover?(each) != cover?(each - 1) }
      end

      # "Wed 25 Nov 2026 14:10 (Europe/London)"
      def clock(time) = "#{zone.to_local(time).strftime('%a %-d %b %Y %H:%M')} (#{zone.identifier})"

      def words
        parts = [("from #{day(from)}" if from), ("until #{day(self.until)}" if self.until),
                 ("on #{Words.list(weekdays.map(&:capitalize))}" if weekdays.any?),
                 ("between #{clock_words(hours[0])} and #{clock_words(hours[1])} (#{zone.identifier})" if hours)]
        parts.compact.join(" ")
      end

      def to_h
        {
          "from" => from&.iso8601, "until" => self.until&.iso8601, "weekdays" => weekdays.empty? ? nil : weekdays,
          "hours" => hours && { "from" => clock_words(hours[0]), "until" => clock_words(hours[1]) },
          "zone" => zone.identifier
        }.compact
      end

      private

      # Moments of a day at which something can change: its beginning, the edges of the hours on it, and where its
      # clocks are changed.
      def edges(date)
        plain = [0, *hours].uniq.flat_map do |minute|
          local = Time.utc(date.year, date.month, date.day, minute / 60, minute % 60)
          zone.periods_for_local(local).map { |period| local - period.observed_utc_offset }
        end
        start = Time.utc(date.year, date.month, date.day) - 86_400
        plain + zone.transitions_up_to(start + (3 * 86_400), start).map { |each| each.at.to_time }
      end

      def within_hours?(minute)
        first, last = hours
        first < last ? minute >= first && minute < last : minute >= first || minute < last
      end

      def day(date) = date.strftime("%-d %b %Y")
      def clock_words(minutes) = format("%02d:%02d", minutes / 60, minutes % 60)
    end
  end
end
