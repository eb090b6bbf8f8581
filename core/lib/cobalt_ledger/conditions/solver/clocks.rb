# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # What the clocks of a time zone show at a moment. A zone is a row of periods with one offset each; the one that
      # the numbers lie in is told to the search when it is needed, so that hours that are skipped or
      # repeated, days that a zone left out, and offsets of half an hour are all as they are.
      class Clocks
        include Theory

        NANO = 1_000_000_000
        MINUTE = 60 * NANO
        DAY = 1440 * MINUTE
        # zone: TZInfo::Timezone; moment, day, minute: variables of Numbers; minute nil where no one asks for it.
        Clock = Struct.new(:zone, :moment, :day, :minute)

        # numbers: Numbers.
        def initialize(search, numbers)
          @search = search
          @numbers = numbers
          @clocks = {}
          @weekdays = {}
          @weeks = []
          search.use(self)
        end

        # The Clock of a zone at a moment. today: the day it stands at first; exact: true to know the minute too.
        def at(zone, moment, today, exact: false)
          clock = (@clocks[[zone.identifier, moment]] ||= made(zone, moment, today))
          clock.minute ||= @numbers.variable(0, 1439) if exact
          clock
        end

        # The variable for the weekday of a day, 0 for Sunday.
        def weekday(day)
          @weekdays[day] ||= begin
            week = @numbers.variable(nil, nil, (@numbers.number(day) + 4).div(7))
            @weeks.each { |other| @numbers.tell({ week => 1, other => -1 }) }
            @weeks << week
            found = @numbers.variable(0, 6, (@numbers.number(day) + 4) % 7)
            @numbers.demand(@numbers.equal({ day => 1, week => -7, found => -1 }, -4))
            found
          end
        end

        # [day, minute of the day] that the clocks of a zone show. moment: Integer, nanoseconds since 1970.
        def self.reading(zone, moment)
          local = moment + ZonePieces.of(zone).offset(moment)
          [local.div(DAY), (local % DAY).div(MINUTE)]
        end

        def all = @clocks.values

        def complete
          wrong = @clocks.values.reject { |clock| shows?(clock) }
          return nil if wrong.empty? || set

          @numbers.collecting { wrong.flat_map { |clock| told(clock) } }
        end

        # Do all clocks show what they should?
        def right? = @clocks.values.all? { |clock| shows?(clock) }

        # Keeps a moment, and what clocks show at it, while trying. False where the bounds do not let it be there.
        def put(moment, at)
          @numbers.fix(moment, at) &&
            @clocks.each_value.select { |clock| clock.moment == moment }.all? { |clock| follow(clock, at) }
        end

        private

        def made(zone, moment, today)
          # Local mean time, seconds behind UTC in some zones, is no way to a year before those that can be written.
          day = @numbers.variable(ZonePieces.of(zone).behind_by_seconds? ? World::FIRST_DAY : nil, nil, today)
          least, most = ZonePieces.of(zone).furthest
          @numbers.demand(@numbers.at_most({ day => DAY, moment => -1 }, most))
          @numbers.demand(@numbers.at_least({ day => DAY, moment => -1 }, least + 1 - DAY))
          # Hours that never meet do so on no day: days are told from each other before they are counted.
          @clocks.each_value { |other| @numbers.tell({ day => 1, other.day => -1 }) }
          Clock.new(zone, moment, day, nil)
        end

        def shows?(clock)
          day, minute = Clocks.reading(clock.zone, @numbers.number(clock.moment))
          @numbers.number(clock.day) == day && (clock.minute.nil? || @numbers.number(clock.minute) == minute)
        end

        # Puts moments where their clocks show the current numbers, at noon where no minute is asked for.
        def set
          @numbers.trying do
            @clocks.values.group_by(&:moment).all? do |moment, clocks|
              first = clocks.find(&:minute) || clocks[0]
              at = at_local(first.zone, @numbers.number(first.day), first.minute ? @numbers.number(first.minute) : 720)
              at && put(moment, at)
            end
          end
        end

        def follow(clock, at)
          day, minute = Clocks.reading(clock.zone, at)
          @numbers.fix(clock.day, day) && (clock.minute.nil? || @numbers.fix(clock.minute, minute))
        end

        # A moment at which the clocks of a zone show a day and a minute; nil where they never do.
        def at_local(zone, day, minute)
          local = (day * 1440 * 60) + (minute * 60)
          zone.local_to_utc(::Time.at(local).utc, &:first).to_i * NANO
        rescue TZInfo::PeriodNotFound
          nil
        end

        # Clauses by which day and minute follow from the moment: roughly, for all the time in which the zone's offsets
        # are near each other, where that is enough to say that they are wrong; else for the piece of time it lies in.
        def told(clock)
          pieces = ZonePieces.of(clock.zone)
          moment = @numbers.number(clock.moment)
          clauses(clock, *pieces.stretch(moment)) { |holds| return holds }
          clauses(clock, *pieces.piece(moment)) { nil }
        end

        # Yields them when the numbers are at odds with them.
        def clauses(clock, from, to, least, most)
          outside = []
          outside << @numbers.at_most({ clock.moment => 1 }, from - 1) if from
          outside << @numbers.at_least({ clock.moment => 1 }, to) if to
          return [] if outside.any?(true)

          outside.reject! { |literal| literal == false }
          # In which piece of time a moment lies is settled first: what follows is then about days, not about far-off
          # years.
          outside.each { |literal| @search.prefer(literal) }
          shown = { clock.day => DAY, clock.moment => -1 }
          shown[clock.minute] = MINUTE if clock.minute
          low = least + 1 - (clock.minute ? MINUTE : DAY)
          found = [@numbers.at_most(shown, most), @numbers.at_least(shown, low)].filter_map do |holds|
            next if holds == true

            holds == false ? outside : outside + [holds]
          end
          yield found unless @numbers.value_of(shown).between?(low, most)
          found
        end
      end
    end
  end
end
