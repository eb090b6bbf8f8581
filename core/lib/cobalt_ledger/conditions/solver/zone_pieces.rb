# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # A time zone as pieces of time with one offset from UTC each, as far as its rules are known.
      class ZonePieces
        # Offsets that differ by no more than this (summer time, in seconds) are told of together.
        NEAR = 3600
        NANO = Clocks::NANO
        # Transitions are looked up as far as this.
        FAR = ::Time.utc(2400)

        # The pieces of a zone, put together once. zone: TZInfo::Timezone.
        def self.of(zone) = (@known ||= {})[zone.identifier] ||= new(zone)

        attr_reader :zone

        def initialize(zone)
          @zone = zone
          transitions = zone.transitions_up_to(FAR)
          @starts = [nil, *transitions.map { |each| each.at.to_i }].freeze
          first =
            if transitions.empty?
              zone.period_for(FAR).observed_utc_offset
            else
              transitions[0].previous_offset.observed_utc_offset
            end
          @offsets = [first, *transitions.map { |each| each.offset.observed_utc_offset }].freeze
          @wide = {}
        end

        # Least and greatest offset there ever is, in nanoseconds.
        def furthest = @offsets.minmax.map { |offset| offset * NANO }

        # All of them: Array of [first nanosecond or nil, offset in nanoseconds].
        def pieces = @starts.zip(@offsets).map { |start, offset| [start && (start * NANO), offset * NANO] }

        # Was the zone less than a minute or two behind UTC before its clocks were set by law?
        def behind_by_seconds? = @offsets[0].between?(-120, -1)

        # Nanoseconds that are to be added to a moment (nanoseconds since 1970) for what the clocks show.
        def offset(moment) = @offsets[index(moment)] * NANO

        # The piece a moment lies in: [first nanosecond or nil, first after it or nil, least offset, greatest offset].
        def piece(moment)
          place = index(moment)
          told(place, place)
        end

        # The same for the pieces around it whose offsets are near each other.
        def stretch(moment)
          place = index(moment)
          @wide[place] ||= begin
            first = last = place
            first -= 1 while first.positive? && near?(first - 1, last)
            last += 1 while last + 1 < @offsets.size && near?(first, last + 1)
            told(first, last)
          end
        end

        private

        def index(moment)
          second = moment.div(NANO)
          place = @starts.bsearch_index { |start| start && start > second } || @starts.size
          place - 1
        end

        def near?(first, last) = @offsets[first..last].minmax.then { |least, most| most - least <= NEAR }

        def told(first, last)
          ending = @starts[last + 1]
          least, most = @offsets[first..last].minmax
          [@starts[first] && (@starts[first] * NANO), ending && (ending * NANO), least * NANO, most * NANO]
        end
      end
    end
  end
end
