# frozen_string_literal: true

module CobaltLedger
  module Changes
    # The difference of two policies: for each field every way in which their answers differ, for whom, where, when, and
    # with an example that was decided under both. Where it can't be decided, that is said; silence means that there is
    # none.
    class Comparison
      # from, to: Decisions::Engine before and after; since: Time before which nothing is asked, or nil for any time.
      def initialize(from, to, since: nil)
        @from = from
        @to = to
        @since = since
        @memory = Decisions::SearchMemory.new
        @of = {}
      end

      # Identifiers of the record types that either policy knows.
      def record_types = [@to, @from].flat_map { |engine| engine.policy.record_types.keys }.uniq

      # Array of Line. types: identifiers of record types.
      def lines(types = record_types) = types.flat_map { |id| of(id).first }

      # Array of Undecided.
      def undecided(types = record_types) = types.flat_map { |id| of(id).last }

      # Identifiers of people whom only one directory knows, who are not compared: [those gone, those new].
      def strangers
        old, new = [@from, @to].map { |engine| engine.directory.users.map(&:id) }
        [old - new, new - old]
      end

      # [Array of Line, Array of Undecided] of one record type. id: identifier.
      def of(id) = @of[id] ||= compared(id)

      private

      def compared(id)
        sides = [@from, @to].map { |engine| Side.new(engine, engine.policy.record_type(id)) }
        moved = Moved.new(*sides)
        found = []
        unsure = []
        moved.fields.each do |field|
          unsure.concat(everywhere(sides, id, field)) if moved.inherits?(field)
          each_meeting(sides, moved, field) do |people, place|
            lines, complete = Meeting.new(sides, field, people, place, @since, @memory).lines
            found.concat(lines)
            unsure << undecided_at(id, field, people, place) unless complete
          end
        end
        [Merging.of(found, %i[units people]), Merging.of(unsure)]
      end

      # People and places in which something that moved can make a difference to a field.
      def each_meeting(sides, moved, field)
        return unless moved.bears_on?(field)

        everybody = moved.beside?(field)
        rules = sides.map { |side| side.bearing_on(field) }
        forms = sides.any? { |side| side.type&.forms&.any? }
        parts = People.new(*sides).parts(*rules, forms: forms, among: everybody ? nil : moved.rules,
                                                 moved: moved.people)
        subject = sides.reverse.filter_map { |side| side.field(field) }.first
        Places.new(*sides).of(rules.flatten.uniq).each do |place|
          next unless subject.asked_in?(place.mode)

          parts.each { |people| yield people, place if everybody || concerned?(sides, moved, people, place) }
        end
      end

      # Has one of them moved, or does a rule that has reach them there?
      def concerned?(sides, moved, people, place)
        moved.people.include?(people.first) || reached?(sides, moved.rules, people, place)
      end

      def reached?(sides, rules, people, place)
        principals = sides[1].directory.principals_of(people.first)
        rules.any? do |rule|
          rule.reach.in_mode?(place.mode) && rule.reach.by_channel?(place.channels.first) &&
            place.above.any? { |above| rule.reach.in_unit?(above) } && rule.audience.match?(principals)
        end
      end

      # Where it depends on other records, it can't be decided of anyone.
      def everywhere(sides, id, field)
        Places.new(*sides).of([]).map do |place|
          undecided_at(id, field, sides[1].directory.population.map(&:id), place)
        end
      end

      def undecided_at(id, field, people, place)
        Undecided.new(record_type: id, field: field, mode: place.mode, channels: place.channels, people: people,
                      units: place.units)
      end
    end
  end
end
