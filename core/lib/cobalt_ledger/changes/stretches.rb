# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Time, cut where the windows of some conditions open or close for good.
    class Stretches
      # conditions: Array of Conditions::Node; since: Time before which nothing is asked, or nil.
      def initialize(conditions, since)
        # Where nothing depends on the time, it is all one.
        @since = conditions.any? { |node| node.reads.include?([:time]) } ? since : nil
        @cuts = conditions.flat_map(&:windows).flat_map { |window| ends(window) }
          .reject { |time| @since && time <= @since }.push(@since).compact.uniq.sort
      end

      # Conditions that tell the stretches apart, the earliest first: that the time is at or after each cut.
      def conditions
        @conditions ||= @cuts.map do |time|
          subject = Conditions::Operands::Time::SUBJECT
          Conditions::Comparison.new(
            "at_least", Conditions::Operands::Time.new, Conditions::Operands::Literal.new(time, subject)
          )
        end
      end

      # outcomes: of the conditions. The stretch they are of: how many cuts lie before it; nil where it is not asked of.
      def of(outcomes)
        passed = outcomes.count(true)
        passed.zero? && @since ? nil : passed
      end

      # [Time it begins at, Time it ends before] of several stretches in a row; nil for what is open.
      def bounds(first, last)
        from = first.zero? ? nil : @cuts[first - 1]
        [from == @since ? nil : from, @cuts[last]]
      end

      private

      def ends(window)
        [window.from && begins(window, window.from), window.until && begins(window, window.until + 1)].compact
      end

      # The first minute of a day, by the clocks of the window's zone.
      def begins(window, date)
        midnight = ::Time.utc(date.year, date.month, date.day).to_i
        minutes = (((midnight - 90_000) / 60)..((midnight + 90_000) / 60))
        minute = minutes.bsearch { |each| window.zone.to_local(::Time.at(each * 60).utc).to_date >= date }
        ::Time.at(minute * 60).utc
      end
    end
  end
end
