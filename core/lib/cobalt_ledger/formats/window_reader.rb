# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the window of a rule.
    class WindowReader
      # zone: name of the time zone where the window names none.
      def initialize(zone, faults)
        @zone = zone
        @faults = faults
      end

      # hash: document that has passed the schema. Returns a Conditions::Window, or nil when a fault was noted.
      def read(hash, pointer)
        before = @faults.count
        from = day(hash, "from", pointer)
        till = day(hash, "until", pointer)
        if from && till && till < from
          @faults.add("#{pointer}/until", "the window ends before it begins, so it never opens")
        end
        hours = hash["hours"] && %w[from until].map { |name| minutes(hash["hours"][name]) }
        if hours && hours[0] == hours[1]
          @faults.add("#{pointer}/hours", "the hours begin and end at the same time, so the window never opens")
        end
        zone =
          self.class.zone(hash["zone"] || @zone) ||
          @faults.add("#{pointer}/zone", "there is no time zone “#{hash['zone']}”; use a name like Europe/London")
        return unless @faults.count == before

        Conditions::Window.new(from: from, until: till, weekdays: hash["weekdays"] || [], hours: hours, zone: zone)
      end

      # A TZInfo::Timezone by its IANA name, or nil.
      def self.zone(name)
        TZInfo::Timezone.get(name)
      rescue TZInfo::InvalidTimezoneIdentifier
        nil
      end

      private

      def day(hash, name, pointer)
        hash[name] && Catalogue::Kinds::Date.parse(hash[name], nil)
      rescue Catalogue::Kind::Unsuitable => e
        @faults.add("#{pointer}/#{name}", e.message)
      end

      def minutes(text)
        hour, minute = text.split(":").map(&:to_i)
        (hour * 60) + minute
      end
    end
  end
end
